-- The pictures of a review that somebody looks for: they are drawn before all others.
alter table jobs add column asked text[] not null default '{}';
