update attempt set cleared_at = null where cleared_at = (select max(cleared_at) from attempt)
