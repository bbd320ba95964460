-- a picture as it is shown on the stage, where that is smaller than the picture
alter table artwork add column stage bytea;
-- a picture taken as made of something else has the bytes of the one it came from
alter table artwork add column same_as text references artwork (hash);
alter table artwork alter column source drop not null;
alter table artwork add check (source is not null or same_as is not null);
-- pictures are packed already
alter table artwork alter column stage set storage external;
