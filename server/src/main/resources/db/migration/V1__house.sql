-- Who works here.
create table person (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  code varchar(24) not null,
  name varchar(80) not null,
  role varchar(16) not null,
  everywhere boolean not null default false,
  active boolean not null default true,
  password_hash varchar(80) null,
  pin_hash varchar(80) null,
  failed_sign_ins int not null default 0,
  blocked_until datetime(6) null,
  unique key code (code)
);

create table person_site (
  person_id bigint not null,
  site_id bigint not null,
  primary key (person_id, site_id)
);

create table setting (
  name varchar(60) not null primary key,
  value varchar(400) not null
);

-- Every write that was done, so that it is not done twice.
create table command (
  id uuid not null primary key,
  person_id bigint not null,
  fingerprint binary(32) not null,
  answer mediumtext null,
  created datetime(6) not null,
  key created (created)
);

-- Where things are.
create table site (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  code varchar(8) not null,
  name varchar(80) not null,
  time_zone varchar(40) not null,
  binned boolean not null default true,
  street varchar(120) not null default '',
  town varchar(120) not null default '',
  unique key code (code)
);

create table area (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  site_id bigint not null,
  code varchar(12) not null,
  name varchar(80) not null,
  purpose varchar(12) not null,
  unique key site_code (site_id, code)
);

create table place (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  kind varchar(20) not null,
  site_id bigint not null default 0,
  area_id bigint not null default 0,
  address varchar(24) not null,
  -- what its barcode says after the letters: site code, dot, address
  label varchar(40) not null,
  walk int not null default 0,
  x decimal(9,2) null,
  y decimal(9,2) null,
  storage_class varchar(20) not null default '',
  mixing varchar(20) not null default 'ANYTHING',
  max_volume decimal(12,4) null,
  max_weight decimal(12,3) null,
  max_unit_loads int null,
  active boolean not null default true,
  unique key label (label),
  key site_address (site_id, address),
  key address (address),
  key area (area_id)
);

insert into place (kind, address, label) values
  ('SUPPLIER', 'Supplier', '*SUPPLIER'),
  ('CUSTOMER', 'Customer', '*CUSTOMER'),
  ('SCRAPPED', 'Scrapped', '*SCRAPPED'),
  ('COUNT_DIFFERENCE', 'Count difference', '*COUNT_DIFFERENCE'),
  ('USED_UP', 'Used up', '*USED_UP'),
  ('OPENING', 'Opening', '*OPENING');

-- What there is.
create table item (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  code varchar(24) not null,
  name varchar(120) not null,
  category varchar(60) not null default '',
  unit varchar(20) not null,
  decimals int not null,
  tracking varchar(16) not null,
  shelf_life_days int null,
  hazard_class varchar(12) not null default '',
  storage_class varchar(20) not null default '',
  active boolean not null default true,
  unique key code (code),
  key name (name),
  key category (category),
  fulltext key words (code, name)
);

create table pack (
  id bigint not null auto_increment primary key,
  item_id bigint not null,
  name varchar(30) not null,
  factor decimal(19,6) not null,
  length_cm decimal(9,1) null,
  width_cm decimal(9,1) null,
  height_cm decimal(9,1) null,
  gross_kg decimal(9,3) null,
  unique key item_name (item_id, name)
);

create table barcode (
  id bigint not null auto_increment primary key,
  item_id bigint not null,
  pack_id bigint not null default 0,
  -- a GTIN with its fourteen digits, or any other code as it is
  code varchar(48) not null,
  gtin boolean not null,
  unique key item_code (item_id, code),
  key code (code)
);

-- Where an item belongs at a site: a home bin, or a note for people.
create table item_home (
  item_id bigint not null,
  site_id bigint not null,
  place_id bigint not null default 0,
  shelf_note varchar(80) not null default '',
  primary key (item_id, site_id),
  key place (place_id)
);

create table lot (
  id bigint not null auto_increment primary key,
  item_id bigint not null,
  code varchar(30) not null,
  expiry date null,
  best_before date null,
  produced date null,
  supplier_lot varchar(30) not null default '',
  unique key item_code (item_id, code),
  key code (code),
  key expiry (expiry)
);

create table serial (
  id bigint not null auto_increment primary key,
  item_id bigint not null,
  code varchar(30) not null,
  lot_id bigint not null default 0,
  service_due date null,
  unique key item_code (item_id, code),
  key code (code)
);

-- What lies where. 0 stands for none: a key column is never null, or the key would not hold.
create table stock_position (
  item_id bigint not null,
  place_id bigint not null,
  lot_id bigint not null default 0,
  serial_id bigint not null default 0,
  unit_load_id bigint not null default 0,
  condition_code tinyint not null default 0,
  quantity decimal(19,6) not null,
  in_date date null,
  primary key (item_id, place_id, lot_id, serial_id, unit_load_id, condition_code),
  key place (place_id),
  key lot (lot_id),
  key serial (serial_id),
  constraint never_below_zero check (quantity >= 0)
);

-- What an item comes to at a site, and, as site 0, in the whole house. Follows from the positions.
create table item_stock (
  site_id bigint not null,
  item_id bigint not null,
  on_hand decimal(19,6) not null,
  available decimal(19,6) not null,
  primary key (item_id, site_id),
  key on_hand (site_id, on_hand),
  key available (site_id, available)
);

-- The ledger: rows are added and never changed.
create table posting (
  id bigint not null auto_increment primary key,
  kind varchar(16) not null,
  effective datetime(6) not null,
  recorded datetime(6) not null,
  person_id bigint not null,
  device varchar(40) not null default '',
  document varchar(40) null,
  document_line int null,
  reason varchar(200) null,
  command_id uuid not null,
  reverses_id bigint null,
  unique key reverses (reverses_id),
  key effective (effective),
  key person (person_id, effective),
  key document (document)
);

create table ledger_line (
  posting_id bigint not null,
  line_no int not null,
  effective datetime(6) not null,
  item_id bigint not null,
  lot_id bigint not null default 0,
  serial_id bigint not null default 0,
  from_place_id bigint not null,
  from_unit_load_id bigint not null default 0,
  from_condition tinyint not null default 0,
  to_place_id bigint not null,
  to_unit_load_id bigint not null default 0,
  to_condition tinyint not null default 0,
  quantity decimal(19,6) not null,
  primary key (posting_id, line_no),
  key effective (effective),
  key item (item_id, effective),
  key from_place (from_place_id, effective),
  key to_place (to_place_id, effective),
  key lot (lot_id, effective),
  key serial (serial_id, effective)
);

create table book_check (
  id bigint not null auto_increment primary key,
  asked_by bigint not null,
  started datetime(6) not null,
  finished datetime(6) null,
  positions bigint not null default 0,
  differences int not null default 0,
  failure varchar(400) null
);

create table book_check_difference (
  check_id bigint not null,
  item_id bigint not null,
  place_id bigint not null,
  lot_id bigint not null,
  serial_id bigint not null,
  unit_load_id bigint not null,
  condition_code tinyint not null,
  kept decimal(19,6) not null,
  recomputed decimal(19,6) not null,
  key of_check (check_id)
);

-- What each person is doing on the floor.
create table sentence (
  person_id bigint not null,
  verb varchar(12) not null,
  site_id bigint not null,
  evidence mediumtext not null,
  last_done mediumtext null,
  changed datetime(6) not null,
  primary key (person_id, verb)
);

-- The jobs of db-scheduler.
create table scheduled_tasks (
  task_name varchar(100) not null,
  task_instance varchar(100) not null,
  task_data blob null,
  execution_time timestamp(6) not null,
  picked boolean not null,
  picked_by varchar(50) null,
  last_success timestamp(6) null,
  last_failure timestamp(6) null,
  consecutive_failures int null,
  last_heartbeat timestamp(6) null,
  version bigint not null,
  priority smallint null,
  primary key (task_name, task_instance),
  key execution_time (execution_time),
  key last_heartbeat (last_heartbeat)
);
