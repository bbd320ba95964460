-- Schemes across projects, found by word, tag, folder and color.
create extension if not exists pg_trgm;
create extension if not exists cube;

create table shelf_folders (
  id uuid primary key default gen_random_uuid(),
  name text not null,
  created_at timestamptz not null default now(),
  deleted_at timestamptz
);

create table shelf (
  id uuid primary key default gen_random_uuid(),
  version integer not null default 1,
  folder_id uuid references shelf_folders (id) on delete set null,
  name text not null,
  note text not null default '',
  tags text[] not null default '{}',
  favorite boolean not null default false,
  origin jsonb not null,
  swatches jsonb not null,
  -- all its words, in lower case and without accents: name, note, tags, where it came from, the names of its colors
  plain text not null,
  words tsvector generated always as (to_tsvector('simple', plain)) stored,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  deleted_at timestamptz
);
create index shelf_newest on shelf (updated_at desc, id) where deleted_at is null;
create index shelf_name on shelf (lower(name), id) where deleted_at is null;
create index shelf_folder on shelf (folder_id, updated_at desc) where deleted_at is null;
create index shelf_favorites on shelf (updated_at desc) where deleted_at is null and favorite;
create index shelf_tags on shelf using gin (tags) where deleted_at is null;
create index shelf_words on shelf using gin (words) where deleted_at is null;
create index shelf_plain on shelf using gin (plain gin_trgm_ops) where deleted_at is null;

-- Its colors in OKLab, where near is near.
create table shelf_colors (
  shelf_id uuid not null references shelf (id) on delete cascade,
  lab cube not null
);
create index shelf_colors_lab on shelf_colors using gist (lab);
create index shelf_colors_shelf on shelf_colors (shelf_id);

-- What its colors were before they were saved over.
create table shelf_versions (
  shelf_id uuid not null references shelf (id) on delete cascade,
  version integer not null,
  swatches jsonb not null,
  origin jsonb not null,
  kept_at timestamptz not null default now(),
  primary key (shelf_id, version)
);
