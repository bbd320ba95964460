create table pictures (
  hash text primary key check (hash ~ '^[0-9a-f]{64}$'),
  media text not null,
  source bytea not null,
  working bytea not null,
  thumbnail bytea not null,
  record jsonb not null,
  created_at timestamptz not null default now()
);

-- pictures are packed already
alter table pictures alter column source set storage external;
alter table pictures alter column working set storage external;
alter table pictures alter column thumbnail set storage external;
