-- Who changed what of the rules and masters of the house: a row as it was, and what became of it.
create table row_change (
  id bigint not null auto_increment primary key,
  form varchar(40) not null,
  -- the parts of its key, in small letters
  row_key varchar(240) not null,
  kind varchar(10) not null,
  before_row longtext null,
  after_row longtext null,
  person_id bigint not null,
  changed datetime(6) not null,
  import_id bigint null,
  taken_back boolean not null default false,
  key of_row (form, row_key, id),
  key of_import (import_id, id),
  key by_moment (changed, id)
);

-- Who changes a short table, of which all rows are looked at, waits for whoever does so already.
create table row_change_turn (
  form varchar(40) not null primary key
);
