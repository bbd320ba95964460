-- The trail of a project: one row for each look it has had. What inks become is long and rarely changes, so it is stored once.
create table trail_targets (
  project_id uuid not null references projects (id) on delete cascade,
  hash text not null,
  targets jsonb not null,
  primary key (project_id, hash)
);

create table trail (
  project_id uuid not null references projects (id) on delete cascade,
  id text not null,
  parent text,
  at timestamptz not null,
  did text not null,
  kept text,
  look jsonb not null,
  targets text not null,
  place bigint generated always as identity,
  primary key (project_id, id),
  foreign key (project_id, targets) references trail_targets (project_id, hash)
);

create index trail_in_order on trail (project_id, place);
