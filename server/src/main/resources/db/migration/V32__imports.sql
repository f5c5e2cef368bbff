-- Files by which tables come in. A file is tried first, then written whole or not at all.
create table import_run (
  id bigint not null auto_increment primary key,
  file_name varchar(200) not null,
  content longblob not null,
  state varchar(12) not null,
  asked_by bigint not null,
  asked datetime(6) not null,
  finished datetime(6) null,
  -- how the file writes its numbers and days, where that had to be asked
  numbers varchar(8) null,
  days varchar(12) null,
  -- the number or day that could be read in two ways
  number_example varchar(80) null,
  day_example varchar(80) null,
  done int not null default 0,
  total int not null default 0,
  cancelled boolean not null default false,
  failure varchar(400) null,
  faults int not null default 0
);

create table import_sheet (
  import_id bigint not null,
  position int not null,
  -- as it is called in the file, and the table that it is
  sheet varchar(120) not null,
  form varchar(40) null,
  -- whether someone has said which table it is, or that it is none
  told boolean not null default false,
  line_count int not null,
  -- by heading: the column that it means
  headings longtext not null,
  missing varchar(400) not null default '',
  fresh int not null default 0,
  changed int not null default 0,
  unchanged int not null default 0,
  faulty int not null default 0,
  primary key (import_id, position)
);

create table import_fault (
  import_id bigint not null,
  number int not null,
  form varchar(40) not null,
  line int not null,
  column_name varchar(40) not null,
  found varchar(400) not null,
  expected varchar(400) not null,
  nearest varchar(200) not null,
  primary key (import_id, number)
);

-- What a file changes, row by row: to be looked at, and to be taken back.
create table import_change (
  import_id bigint not null,
  number int not null,
  form varchar(40) not null,
  line int not null,
  kind varchar(10) not null,
  before_row longtext null,
  after_row longtext not null,
  primary key (import_id, number),
  key kind (import_id, form, kind, number)
);

-- What someone has said that headings of their files mean; the same headings mean it again.
create table import_heading (
  form varchar(40) not null,
  source char(64) not null,
  heading varchar(200) not null,
  column_name varchar(40) not null,
  primary key (form, source, heading)
);

-- One import is written at a time.
create table import_turn (
  id int not null primary key
);

insert into import_turn (id) values (1);

-- Which worth goods of an item take along is kept by costing: an item is written by one module.
create table item_cost_method (
  item_id bigint not null primary key,
  method varchar(16) not null
);

insert into item_cost_method (item_id, method)
select id, cost_method from item where cost_method <> 'MOVING_AVERAGE';

alter table item drop column cost_method;

-- An empty house opens on what is to be set up; others have that behind them.
alter table house add column setting_up boolean not null default true;

update house set setting_up = false where exists (select 1 from site);
