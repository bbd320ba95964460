-- Large files are read in pieces, which is fast where they are not packed.
alter table artwork alter column source set storage external;
