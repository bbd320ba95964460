-- A small ink map of each artwork, for proofs and lists; made when it is first asked for where an earlier version stored none.
alter table artwork add column proof_map bytea;
