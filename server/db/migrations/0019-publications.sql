-- A colorway as files behind a link, in versions.
create table publications (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references projects (id) on delete cascade,
  -- SHA-256 of the token of the link, which is made from the server's key, the id and this number
  token_hash bytea not null unique,
  link_number integer not null default 1,
  -- what was chosen, its colorway's name and its swatches: of the present version, and of the one being written
  shown jsonb not null,
  next jsonb,
  version integer not null default 0,
  -- the latest versions and what each changed, the latest first
  versions jsonb not null default '[]',
  created_at timestamptz not null default now(),
  withdrawn_at timestamptz,
  deleted_at timestamptz
);
create index publications_of_project on publications (project_id, created_at desc) where deleted_at is null;

create table publication_files (
  publication_id uuid not null references publications (id) on delete cascade,
  path text not null,
  -- the version in which it changed last
  version integer not null,
  -- SHA-256 of its bytes
  hash bytea not null,
  size integer not null,
  bytes bytea not null,
  primary key (publication_id, path)
);
alter table publication_files alter column bytes set storage external;

-- a job can write the files of a publication
alter table jobs add column publication_id uuid references publications (id) on delete cascade;
create index jobs_of_publication on jobs (publication_id) where publication_id is not null;

-- Links of reviews are made the same way; those made before are known by their hash alone.
alter table reviews add column link_number integer not null default 0;

-- What all processes make links with. Cookies hold their token as it is: it is looked up by its hash.
insert into secrets values ('links', encode(sha256((gen_random_uuid()::text || gen_random_uuid())::bytea), 'hex'));
delete from secrets where name = 'cookies';
