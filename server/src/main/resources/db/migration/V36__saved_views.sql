-- Tables as someone wants to see them again: what they are narrowed to, and their columns.
create table saved_view (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  -- the table of the screen
  list varchar(40) not null,
  name varchar(60) not null,
  -- whose it is; 0 for everyone's
  person_id bigint not null,
  made_by bigint not null,
  -- the address of its page, and what stands behind the question mark there
  page varchar(120) not null,
  search varchar(2000) not null,
  -- which columns are shown, in what order and how wide
  columns longtext not null,
  unique key named (list, person_id, name)
);
