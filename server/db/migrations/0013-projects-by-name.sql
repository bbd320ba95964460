-- Projects are found by letters of their names.
create index projects_by_name on projects using gin (lower(summary->>'name') gin_trgm_ops) where deleted_at is null;
