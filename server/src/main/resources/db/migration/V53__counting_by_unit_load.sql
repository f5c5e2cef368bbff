-- A slip may be about a unit load, wherever it stands.
alter table count_slip
  add column unit_load_id bigint not null default 0,
  add key of_load (count_id, unit_load_id);
