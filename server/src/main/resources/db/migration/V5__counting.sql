-- Counts: what is to be counted, by whom, what was counted, and what became of it.
create table stock_count (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  number varchar(24) not null,
  site_id bigint not null,
  method varchar(12) not null,
  shape varchar(8) not null,
  blind boolean not null default true,
  -- begun on the floor, without being drawn up
  unplanned boolean not null default false,
  state varchar(12) not null,
  scope mediumtext not null,
  note varchar(400) not null default '',
  created datetime(6) not null,
  created_by bigint not null,
  begun datetime(6) null,
  review_since datetime(6) null,
  -- who wants it posted, while someone else must approve it
  proposed_by bigint not null default 0,
  proposed datetime(6) null,
  ended datetime(6) null,
  ended_by bigint not null default 0,
  posting_id bigint not null default 0,
  unique key number (number),
  key site_state (site_id, state)
);

-- One thing to be counted: a bin, an item, or an item in a bin.
create table count_slip (
  id bigint not null auto_increment primary key,
  count_id bigint not null,
  slip_no int not null,
  round int not null default 1,
  place_id bigint not null default 0,
  item_id bigint not null default 0,
  -- whom it is handed to; 0 for the shared pool
  person_id bigint not null default 0,
  state varchar(8) not null,
  ended datetime(6) null,
  ended_by bigint not null default 0,
  -- what becomes of what nobody counted
  rest varchar(8) not null default '',
  unique key count_slip (count_id, slip_no),
  key of_state (count_id, state),
  key of_place (count_id, place_id)
);

-- One person's figure of one position in one round.
create table count_line (
  id bigint not null auto_increment primary key,
  count_id bigint not null,
  slip_id bigint not null,
  round int not null,
  item_id bigint not null,
  place_id bigint not null,
  lot_id bigint not null,
  serial_id bigint not null,
  unit_load_id bigint not null,
  condition_code tinyint not null,
  person_id bigint not null,
  quantity decimal(19,6) not null,
  first_at datetime(6) not null,
  last_at datetime(6) not null,
  -- stated by leaving the bin, not by a scan
  stated boolean not null default false,
  unique key one (count_id, item_id, place_id, lot_id, serial_id, unit_load_id, condition_code,
    round, person_id),
  key of_slip (slip_id)
);

-- Every word that changed a line, so that it can be taken back and looked up.
create table count_stroke (
  id bigint not null auto_increment primary key,
  count_id bigint not null,
  slip_id bigint not null,
  line_id bigint not null,
  person_id bigint not null,
  at datetime(6) not null,
  recorded datetime(6) not null,
  device varchar(40) not null default '',
  before_quantity decimal(19,6) null,
  before_first datetime(6) null,
  before_last datetime(6) null,
  after_quantity decimal(19,6) null,
  undone boolean not null default false,
  key of_person (count_id, person_id, id),
  key of_line (line_id)
);

-- What a position comes to: what was counted, against the book at the moment of the scan.
create table count_result (
  id bigint not null auto_increment primary key,
  count_id bigint not null,
  slip_id bigint not null,
  item_id bigint not null,
  place_id bigint not null,
  lot_id bigint not null,
  serial_id bigint not null,
  unit_load_id bigint not null,
  condition_code tinyint not null,
  -- how many rounds were asked for, and which of them holds
  rounds int not null default 1,
  round int not null default 1,
  counted decimal(19,6) not null,
  since datetime(6) not null,
  moment datetime(6) not null,
  people varchar(400) not null default '',
  stated boolean not null default false,
  book decimal(19,6) not null default 0,
  disturbed boolean not null default false,
  unit_cost decimal(19,6) not null default 0,
  variance decimal(20,6) as (counted - book) persistent,
  wrong boolean as (counted <> book) persistent,
  value decimal(19,2) as (round((counted - book) * unit_cost, 2)) persistent,
  gross decimal(19,2) as (abs(round((counted - book) * unit_cost, 2))) persistent,
  decision varchar(10) not null default '',
  decided_by bigint not null default 0,
  decided datetime(6) null,
  by_rule boolean not null default false,
  -- as it was posted, once it is
  within boolean null,
  posted decimal(20,6) null,
  unique key one (count_id, item_id, place_id, lot_id, serial_id, unit_load_id, condition_code),
  key by_value (count_id, gross),
  key by_wrong (count_id, wrong, gross),
  key by_place (count_id, place_id),
  key of_item (item_id, place_id)
);

create table count_event (
  id bigint not null auto_increment primary key,
  count_id bigint not null,
  at datetime(6) not null,
  person_id bigint not null,
  what varchar(16) not null,
  detail varchar(400) not null default '',
  key of_count (count_id, at)
);

-- Where each person stands in what they count.
create table count_sitting (
  person_id bigint not null primary key,
  site_id bigint not null,
  count_id bigint not null default 0,
  slip_id bigint not null default 0,
  sentence text not null,
  -- what leaving would state as zero, while it is asked about, and the bin to go on with
  asked mediumtext null,
  next_place_id bigint not null default 0,
  changed datetime(6) not null,
  key of_slip (slip_id)
);

-- When a position was last counted, of all counts that are posted.
create table counted_position (
  item_id bigint not null,
  place_id bigint not null,
  lot_id bigint not null,
  serial_id bigint not null,
  unit_load_id bigint not null,
  condition_code tinyint not null,
  moment datetime(6) not null,
  count_id bigint not null,
  primary key (item_id, place_id, lot_id, serial_id, unit_load_id, condition_code)
);
create table counted_item (
  item_id bigint not null,
  site_id bigint not null,
  last_counted datetime(6) not null,
  -- in how many of its last counts, one after the other, the book was wrong
  differences int not null default 0,
  primary key (item_id, site_id)
);
alter table place add last_counted datetime(6) null;

-- Someone thinks that the book is wrong about a bin.
create table suspicion (
  id bigint not null auto_increment primary key,
  site_id bigint not null,
  place_id bigint not null,
  item_id bigint not null default 0,
  person_id bigint not null,
  at datetime(6) not null,
  found_empty boolean not null,
  note varchar(200) not null default '',
  -- the count that looks into it
  count_id bigint not null default 0,
  key site (site_id, count_id),
  key place (place_id)
);

-- The class of an item at a site by the value that was used of it.
create table item_class (
  site_id bigint not null,
  item_id bigint not null,
  class char(1) not null,
  used decimal(19,2) not null,
  worked_out datetime(6) not null,
  primary key (site_id, item_id),
  key class (site_id, class)
);

-- How counting is done here.
create table count_rules (
  id int not null primary key,
  version int not null default 0,
  a_percent decimal(5,2) not null default 80,
  b_percent decimal(5,2) not null default 95,
  a_days int not null default 30,
  b_days int not null default 90,
  c_days int not null default 360,
  usage_days int not null default 365,
  tolerance_quantity decimal(19,6) null,
  tolerance_percent decimal(7,2) null default 1,
  tolerance_value decimal(15,2) null default 5,
  -- above this someone else must agree
  approval_value decimal(15,2) null default 500
);
insert into count_rules (id) values (1);

-- The files that were read into a count.
create table count_file (
  count_id bigint not null,
  fingerprint binary(32) not null,
  at datetime(6) not null,
  person_id bigint not null,
  primary key (count_id, fingerprint)
);
