-- A site that has no address and only sets stock aside; how sites are known to others.
alter table site
  add virtual_site boolean not null default false,
  add gln varchar(13) not null default '';

-- The house itself, as it stands on its documents.
create table house (
  id int not null primary key,
  version int not null default 0,
  name varchar(80) not null,
  street varchar(120) not null default '',
  town varchar(120) not null default '',
  logo mediumblob null,
  logo_type varchar(40) null
);
insert into house (id, name) values (1, 'Reliquum');

-- What is kept for documents. A position knows how much of it that is.
alter table stock_position
  add reserved decimal(19,6) not null default 0,
  add constraint no_more_reserved_than_held check (reserved between 0 and quantity);

create table reservation (
  id bigint not null auto_increment primary key,
  document varchar(40) not null,
  document_line int not null,
  item_id bigint not null,
  place_id bigint not null,
  lot_id bigint not null default 0,
  serial_id bigint not null default 0,
  unit_load_id bigint not null default 0,
  condition_code tinyint not null default 0,
  quantity decimal(19,6) not null,
  -- taken in hand for the document, and from which bin
  picked boolean not null default false,
  picked_from_id bigint not null default 0,
  made datetime(6) not null,
  key document (document, document_line),
  key of_position (item_id, place_id)
);

insert into place (kind, address, label) values ('LOST', 'Lost', '*LOST');

-- What one base unit of an item is worth: the moving average of what was paid.
create table item_cost (
  item_id bigint not null primary key,
  cost decimal(19,6) not null,
  changed datetime(6) not null
);

create table item_picture (
  item_id bigint not null primary key,
  media_type varchar(40) not null,
  content mediumblob not null,
  changed datetime(6) not null
);

create table transfer (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  number varchar(24) not null,
  planned boolean not null,
  direct boolean not null default false,
  state varchar(16) not null,
  -- 0 for a sender outside the house
  from_site_id bigint not null,
  sender varchar(120) not null default '',
  to_site_id bigint not null,
  wanted date null,
  note varchar(400) not null default '',
  -- where its goods are while they are on the road
  road_place_id bigint not null,
  created datetime(6) not null,
  created_by bigint not null,
  released datetime(6) null,
  last_sent datetime(6) null,
  last_arrival datetime(6) null,
  closed datetime(6) null,
  unique key number (number),
  key from_site (from_site_id, state),
  key to_site (to_site_id, state),
  key state (state, wanted)
);

create table transfer_line (
  id bigint not null auto_increment primary key,
  transfer_id bigint not null,
  line_no int not null,
  item_id bigint not null,
  lot_id bigint not null default 0,
  serial_id bigint not null default 0,
  pack varchar(30) not null default '',
  packs decimal(19,6) not null,
  asked decimal(19,6) not null,
  withdrawn decimal(19,6) not null default 0,
  sent decimal(19,6) not null default 0,
  arrived decimal(19,6) not null default 0,
  lost decimal(19,6) not null default 0,
  unique key transfer_line (transfer_id, line_no),
  key item (item_id)
);

create table transfer_shipment (
  transfer_id bigint not null,
  shipment int not null,
  sent datetime(6) not null,
  person_id bigint not null,
  posting_id bigint not null,
  primary key (transfer_id, shipment)
);

-- Just which goods were sent, at what cost, and what has become of them.
create table transfer_goods (
  id bigint not null auto_increment primary key,
  transfer_id bigint not null,
  line_no int not null,
  shipment int not null,
  item_id bigint not null,
  lot_id bigint not null default 0,
  serial_id bigint not null default 0,
  unit_load_id bigint not null default 0,
  condition_code tinyint not null default 0,
  sent decimal(19,6) not null,
  arrived decimal(19,6) not null default 0,
  lost decimal(19,6) not null default 0,
  unit_cost decimal(19,6) not null,
  key of_transfer (transfer_id, shipment, line_no),
  key serial (serial_id)
);

-- What each posting did to them.
create table transfer_move (
  id bigint not null auto_increment primary key,
  posting_id bigint not null,
  goods_id bigint not null,
  step varchar(8) not null,
  quantity decimal(19,6) not null,
  taken_back boolean not null default false,
  key posting (posting_id),
  key goods (goods_id)
);

create table transfer_event (
  id bigint not null auto_increment primary key,
  transfer_id bigint not null,
  at datetime(6) not null,
  person_id bigint not null,
  what varchar(16) not null,
  detail varchar(400) not null default '',
  before_value varchar(400) null,
  after_value varchar(400) null,
  key of_transfer (transfer_id, at)
);
