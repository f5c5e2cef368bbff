-- How goods leave a site, and how people walk there.
alter table site
  add outbound_flow varchar(20) not null default 'PICK_HAND_OVER',
  add shortest_round boolean not null default false;

-- Which goods leave first. What is not named is 0 or empty, or the unique key would not hold.
create table removal_rule (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  item_id bigint not null default 0,
  category varchar(60) not null default '',
  area_id bigint not null default 0,
  site_id bigint not null default 0,
  sort_keys varchar(200) not null,
  minimum_life int not null default 0,
  one_lot boolean not null default false,
  full_packs boolean not null default false,
  substitutes varchar(16) not null,
  unique key scope (item_id, category, area_id, site_id)
);
create table removal_rule_change (
  id bigint not null auto_increment primary key,
  rule_id bigint not null,
  at datetime(6) not null,
  person_id bigint not null,
  before_text varchar(400) null,
  after_text varchar(400) null,
  key rule (rule_id, at),
  key at (at)
);

create table customer (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  code varchar(24) not null,
  name varchar(120) not null,
  email varchar(120) not null default '',
  street varchar(120) not null default '',
  town varchar(120) not null default '',
  gln varchar(13) not null default '',
  minimum_life int not null default 0,
  one_lot boolean not null default false,
  active boolean not null default true,
  unique key code (code),
  key name (name)
);

-- What an item is made of, for those that the house puts together itself.
create table kit_component (
  kit_id bigint not null,
  item_id bigint not null,
  quantity decimal(19,6) not null,
  primary key (kit_id, item_id)
);

create table pick_round (
  id bigint not null auto_increment primary key,
  site_id bigint not null,
  person_id bigint not null,
  begun datetime(6) not null,
  -- the bins in the order of the walk, as it was planned
  walk mediumtext not null,
  ended datetime(6) null,
  key person (person_id, ended),
  key site (site_id, ended)
);

create table outbound_order (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  number varchar(24) not null,
  kind varchar(8) not null,
  state varchar(12) not null,
  site_id bigint not null,
  customer_id bigint not null default 0,
  reference varchar(60) not null default '',
  needed date null,
  note varchar(400) not null default '',
  kit_id bigint not null default 0,
  kit_quantity decimal(19,6) null,
  created datetime(6) not null,
  created_by bigint not null,
  allocated datetime(6) null,
  gone datetime(6) null,
  round_id bigint not null default 0,
  tote_id bigint not null default 0,
  unique key number (number),
  key state (state, needed),
  key site (site_id, state),
  key customer (customer_id, created),
  key round (round_id)
);

create table outbound_line (
  order_id bigint not null,
  line_no int not null,
  item_id bigint not null,
  lot_id bigint not null default 0,
  serial_id bigint not null default 0,
  pack varchar(30) not null default '',
  packs decimal(19,6) not null,
  asked decimal(19,6) not null,
  withdrawn decimal(19,6) not null default 0,
  gone decimal(19,6) not null default 0,
  price decimal(15,4) null,
  minimum_life int not null default 0,
  one_lot boolean not null default false,
  primary key (order_id, line_no),
  key item (item_id)
);

create table outbound_event (
  id bigint not null auto_increment primary key,
  order_id bigint not null,
  at datetime(6) not null,
  person_id bigint not null,
  what varchar(20) not null,
  detail varchar(400) not null default '',
  key of_order (order_id, at)
);

-- A unit load that goods of an order are packed into.
create table parcel (
  unit_load_id bigint not null primary key,
  order_id bigint not null,
  made datetime(6) not null,
  person_id bigint not null,
  weight decimal(12,3) null,
  weighed boolean not null default false,
  service varchar(20) not null default '',
  tracking varchar(40) not null default '',
  key of_order (order_id)
);

create table despatch (
  id bigint not null auto_increment primary key,
  number varchar(24) not null,
  order_id bigint not null,
  at datetime(6) not null,
  person_id bigint not null,
  -- the hand that took it, as it was said
  taken_by varchar(80) not null default '',
  unique key number (number),
  key of_order (order_id),
  key at (at)
);
create table despatch_goods (
  id bigint not null auto_increment primary key,
  despatch_id bigint not null,
  line_no int not null,
  posting_id bigint not null,
  item_id bigint not null,
  lot_id bigint not null,
  serial_id bigint not null,
  unit_load_id bigint not null,
  quantity decimal(19,6) not null,
  cost decimal(19,2) not null,
  price decimal(15,4) null,
  taken_back boolean not null default false,
  key despatch (despatch_id),
  key posting (posting_id)
);
