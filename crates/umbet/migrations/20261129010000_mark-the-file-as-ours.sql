-- "UMBT": what tells our files from somebody else's (https://www.sqlite.org/fileformat.html#application_id).
pragma application_id = 1431126612;
