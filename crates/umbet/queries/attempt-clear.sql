delete from attempt
