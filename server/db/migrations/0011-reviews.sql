-- What a client is shown behind a link: frozen when it was published.
create table reviews (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references projects (id) on delete cascade,
  -- SHA-256 of what the link ends in; the link itself is kept nowhere
  token_hash bytea not null unique,
  title text not null,
  greeting text not null,
  -- colorways and artwork under keys of their own, and where each came from
  shown jsonb not null,
  sources jsonb not null,
  -- goes up with everything that happens on it; who holds the row writes, so that what happens has one order
  seq bigint not null default 0,
  comments integer not null default 0,
  ready boolean not null default false,
  choice jsonb,
  closed_at timestamptz,
  created_at timestamptz not null default now(),
  ends_at timestamptz not null,
  withdrawn_at timestamptz,
  deleted_at timestamptz
);
create index reviews_of_project on reviews (project_id, created_at desc) where deleted_at is null;

create table review_pictures (
  review_id uuid not null references reviews (id) on delete cascade,
  path text not null,
  bytes bytea not null,
  primary key (review_id, path)
);
alter table review_pictures alter column bytes set storage external;

create table review_comments (
  review_id uuid not null references reviews (id) on delete cascade,
  id uuid not null,
  seq bigint not null,
  -- when it was said or changed last
  changed bigint not null,
  thread_id uuid,
  look text not null,
  spot jsonb,
  by text not null check (by in ('client', 'designer')),
  author text not null,
  text text not null,
  -- from which browser and which address it came, as hashes: so that one cannot shout down all others
  reader bytea,
  address bytea,
  created_at timestamptz not null default now(),
  resolved_at timestamptz,
  primary key (review_id, id),
  foreign key (review_id, thread_id) references review_comments (review_id, id) on delete cascade
);
create index review_comments_changed on review_comments (review_id, changed);
create index review_comments_threads on review_comments (review_id, look, seq) where thread_id is null;
create index review_comments_all_threads on review_comments (review_id, seq) where thread_id is null;
create index review_comments_answers on review_comments (review_id, thread_id, seq) where thread_id is not null;
create index review_comments_lately on review_comments (review_id, created_at);

-- every choice there was, the latest of which holds
create table review_choices (
  review_id uuid not null references reviews (id) on delete cascade,
  seq bigint not null,
  look text,
  author text not null,
  created_at timestamptz not null default now(),
  primary key (review_id, seq)
);

-- a job can write the pictures of a review instead of files
alter table jobs add column review_id uuid references reviews (id) on delete cascade;
create index jobs_of_review on jobs (review_id) where review_id is not null;
