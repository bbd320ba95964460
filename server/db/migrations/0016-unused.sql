-- Since when nobody refers to a file; it is thrown away 30 days after that.
alter table artwork add column unused_since timestamptz;
alter table pictures add column unused_since timestamptz;
create index artwork_unused on artwork (unused_since) where unused_since is not null;
create index pictures_unused on pictures (unused_since) where unused_since is not null;
