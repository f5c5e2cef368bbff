-- How goods come in at a site, and where they go when nothing else has room.
alter table site
  add inbound_flow varchar(20) not null default 'DOCK_FIRST',
  add overflow_area_id bigint not null default 0,
  -- how much more than was ordered may come in, if someone agrees
  add over_percent decimal(5,2) not null default 10;

-- The one bin that a site without bins stands for.
alter table place add implied boolean not null default false,
  add key site_walk (site_id, storage_class, walk);
update place p join site s on s.id = p.site_id set p.implied = true where not s.binned;

-- How new lots of an item are numbered; empty for the rule of the house.
alter table item add lot_rule varchar(40) not null default '';

create table counter (
  name varchar(60) not null primary key,
  value bigint not null
);

-- Pallets and cases that move whole, known by their SSCC; trolleys that goods are put on and off.
create table unit_load (
  id bigint not null auto_increment primary key,
  code varchar(24) not null,
  trolley boolean not null default false,
  name varchar(60) not null default '',
  made datetime(6) not null,
  unique key code (code)
);
alter table stock_position add key unit_load (unit_load_id);

create table supplier (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  code varchar(24) not null,
  name varchar(120) not null,
  email varchar(120) not null default '',
  street varchar(120) not null default '',
  town varchar(120) not null default '',
  lead_days int not null default 7,
  active boolean not null default true,
  unique key code (code),
  key name (name)
);

-- What is expected to come in, or came unexpectedly.
create table inbound_order (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  number varchar(24) not null,
  kind varchar(12) not null,
  state varchar(12) not null,
  supplier_id bigint not null default 0,
  site_id bigint not null,
  expected date null,
  reason varchar(200) not null default '',
  note varchar(400) not null default '',
  created datetime(6) not null,
  created_by bigint not null,
  sent datetime(6) null,
  last_receipt datetime(6) null,
  unique key number (number),
  key site_state (site_id, state, expected),
  key supplier (supplier_id)
);

create table inbound_line (
  id bigint not null auto_increment primary key,
  order_id bigint not null,
  line_no int not null,
  origin varchar(10) not null,
  item_id bigint not null,
  -- as it was ordered: so many of a pack; the ledger's quantity follows
  pack varchar(30) not null default '',
  packs decimal(19,6) not null,
  quantity decimal(19,6) not null,
  received decimal(19,6) not null default 0,
  price decimal(15,4) null,
  unique key order_line (order_id, line_no),
  key item (item_id)
);

create table inbound_event (
  id bigint not null auto_increment primary key,
  order_id bigint not null,
  at datetime(6) not null,
  person_id bigint not null,
  what varchar(16) not null,
  detail varchar(400) not null default '',
  key of_order (order_id, at)
);

create table put_away_rule (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  site_id bigint not null,
  item_id bigint not null default 0,
  category varchar(60) not null default '',
  area_id bigint not null default 0,
  place_id bigint not null default 0,
  priority int not null,
  -- as it was set: so many of a pack; null for no limit
  capacity_packs decimal(19,6) null,
  capacity_pack varchar(30) not null default '',
  capacity decimal(19,6) null,
  active boolean not null default true,
  unique key one_a_place (site_id, item_id, category, area_id, place_id),
  key item (item_id),
  key place (place_id)
);

create table picture (
  id bigint not null auto_increment primary key,
  posting_id bigint not null,
  media_type varchar(40) not null,
  content mediumblob not null,
  key of_posting (posting_id)
);

-- Letters to suppliers: written with what they are about, sent by the mail job.
create table letter (
  id bigint not null auto_increment primary key,
  recipient varchar(120) not null,
  subject varchar(200) not null,
  body mediumtext not null,
  document varchar(40) not null default '',
  state varchar(8) not null,
  failure varchar(400) null,
  written datetime(6) not null,
  sent datetime(6) null,
  key document (document)
);

-- What the label printer has printed.
create table printed (
  id bigint not null auto_increment primary key,
  person_id bigint not null,
  title varchar(120) not null,
  labels int not null,
  at datetime(6) not null,
  content mediumblob not null,
  key at (at)
);
alter table sentence add about bigint not null default 0;
