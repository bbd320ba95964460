-- The demo as it was put in, for who wants to start over from it.
create table demo_projects (
  place integer primary key,
  document jsonb not null
);
