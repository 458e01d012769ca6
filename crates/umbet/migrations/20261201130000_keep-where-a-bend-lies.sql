-- Where a piece is joined is a length of its own, to be read in anybody's measure; before, it stood in words with the bend.
alter table cord add column joint_m real;
update cord set joint_m = cast(substr(joint, instr(joint, ', ') + 2) as real), joint = substr(joint, 1, instr(joint, ', ') - 1)
where joint like '%, % m from one end';
