-- Printers' own profiles (ICC), which projects are printed by.
create table profiles (
  hash text primary key check (hash ~ '^[0-9a-f]{64}$'),
  title text not null,
  bytes bytea not null,
  created_at timestamptz not null default now(),
  unused_since timestamptz
);
