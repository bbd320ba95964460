-- PDF files that artwork is a page of, without what acts; which artwork is says its record.
create table pdfs (
  hash text primary key check (hash ~ '^[0-9a-f]{64}$'),
  source bytea not null,
  record jsonb not null,
  created_at timestamptz not null default now(),
  unused_since timestamptz
);
-- they are packed already
alter table pdfs alter column source set storage external;
