-- Who works here; nobody is asked for a name where the program is reached from its own machine only.
create table people (
  id uuid primary key default gen_random_uuid(),
  name text not null,
  role text not null check (role in ('owner', 'designer', 'viewer')),
  -- scrypt with its costs and its salt; null until it is set
  password text,
  created_at timestamptz not null default now(),
  left_at timestamptz
);
create unique index people_by_name on people (lower(name)) where left_at is null;

-- Links by which a password is set, once: for a person, or for the first owner.
create table welcomes (
  token_hash bytea primary key,
  person_id uuid references people (id) on delete cascade,
  ends_at timestamptz not null
);

create table sessions (
  id uuid primary key default gen_random_uuid(),
  -- SHA-256 of what the cookie holds; that itself is kept nowhere
  token_hash bytea not null unique,
  person_id uuid not null references people (id) on delete cascade,
  browser text not null,
  created_at timestamptz not null default now(),
  seen_at timestamptz not null default now(),
  ends_at timestamptz not null
);
create index sessions_of_person on sessions (person_id, seen_at desc);

-- Passwords that were wrong: by name and address, by name, and by address, each as a hash.
create table attempts (
  key bytea primary key,
  failures integer not null,
  last_at timestamptz not null,
  until timestamptz
);
create index attempts_by_time on attempts (last_at);

-- What all processes seal cookies with.
create table secrets (name text primary key, value text not null);
insert into secrets values ('cookies', encode(sha256((gen_random_uuid()::text || gen_random_uuid())::bytea), 'hex'));
