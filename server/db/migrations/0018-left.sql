-- A window that has left a project stays on the list as gone: what it asked before that and is answered late brings it back no more.
alter table presence alter column project_id drop not null;
