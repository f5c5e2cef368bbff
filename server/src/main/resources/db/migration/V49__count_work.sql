-- What is done with a large count in the background, how far it is, and why it failed.
create table count_work (
  count_id bigint not null primary key,
  kind varchar(10) not null,
  person_id bigint not null,
  -- what was seen by the one who posts
  net decimal(19,2) null,
  seen_lines int null,
  -- what is to be drawn up
  entry mediumtext null,
  asked datetime(6) not null,
  done int not null default 0,
  total int not null default 0,
  failure varchar(400) null
);
