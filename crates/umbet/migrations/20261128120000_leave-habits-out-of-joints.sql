-- Habits belong to the person, not to the joint: what was frozen into one is taken out again.
UPDATE joint SET situation = json_remove(situation, '$.knows', '$.schools')
WHERE json_valid(situation);
