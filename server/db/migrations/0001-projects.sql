create table projects (
  id uuid primary key default gen_random_uuid(),
  version integer not null check (version > 0),
  summary jsonb not null,
  document jsonb not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  deleted_at timestamptz
);

create index projects_by_update on projects (updated_at desc, id) where deleted_at is null;

create table artwork (
  hash text primary key check (hash ~ '^[0-9a-f]{64}$'),
  source bytea not null,
  map bytea,
  record jsonb not null,
  created_at timestamptz not null default now()
);
