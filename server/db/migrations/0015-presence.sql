-- Which windows are open on which project; after a crash of the database nobody is anywhere, until they say so again.
create unlogged table presence (
  window_id uuid primary key,
  project_id uuid not null references projects (id) on delete cascade,
  person_id uuid references people (id) on delete cascade,
  seen_at timestamptz not null default now()
);
create index presence_of_project on presence (project_id, seen_at);
