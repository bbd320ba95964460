-- The picture of each project on Home, drawn once for each version that is looked at.
create table previews (
  project_id uuid primary key references projects (id) on delete cascade,
  version integer not null,
  picture text not null
);
