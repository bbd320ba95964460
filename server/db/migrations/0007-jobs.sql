-- Long work for projects, done by workers apart from whoever answers. A job holds the document it is about as it was asked for.
create table jobs (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references projects (id) on delete cascade,
  name text not null,
  wanted jsonb not null,
  -- whether its result is listed, or only taken by whoever asked
  listed boolean not null default true,
  document jsonb not null,
  state text not null default 'waiting' check (state in ('waiting', 'underway', 'done', 'stopped', 'failed')),
  done integer not null default 0,
  parts integer not null default 0,
  doing text not null default '',
  failures jsonb not null default '[]',
  reason text,
  tries integer not null default 0,
  media text,
  size bigint,
  created_at timestamptz not null default now()
);
create index jobs_to_do on jobs (created_at) where state in ('waiting', 'underway');
create index jobs_of_project on jobs (project_id, created_at desc);

-- what is done of a job, so that whoever takes it up again begins where it stood
create table job_files (
  job_id uuid not null references jobs (id) on delete cascade,
  path text not null,
  bytes bytea not null,
  primary key (job_id, path)
);
-- what comes of it, in pieces, as it is sent
create table job_chunks (
  job_id uuid not null references jobs (id) on delete cascade,
  place integer not null,
  bytes bytea not null,
  primary key (job_id, place)
);
-- they are packed already
alter table job_files alter column bytes set storage external;
alter table job_chunks alter column bytes set storage external;
