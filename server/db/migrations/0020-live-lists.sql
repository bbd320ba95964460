-- Lists of projects and of the shelf follow what others do: whoever watches hears of it once the transaction is through.
create or replace function tell_of_project() returns trigger language plpgsql as $$
begin
  perform pg_notify(
    'plumbago_projects',
    json_build_object('project', new.id, 'deleted', new.deleted_at is not null)::text
  );
  return null;
end
$$;
create trigger project_made after insert on projects for each row execute function tell_of_project();
create trigger project_deleted after update on projects for each row
  when ((old.deleted_at is null) <> (new.deleted_at is null)) execute function tell_of_project();

create or replace function tell_of_shelf() returns trigger language plpgsql as $$
begin
  perform pg_notify('plumbago_projects', '{"shelf":true}');
  return null;
end
$$;
create trigger shelf_changed after insert or update or delete on shelf
  for each statement execute function tell_of_shelf();
create trigger shelf_folders_changed after insert or update or delete on shelf_folders
  for each statement execute function tell_of_shelf();
