-- The save that made the version stored, so that one sent again is not done twice.
alter table projects add column last_save uuid;
