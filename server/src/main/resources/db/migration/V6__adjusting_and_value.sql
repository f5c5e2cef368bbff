-- What stock is worth. A pool is a group of sites that share a cost, a road, or what is on loan.
alter table site add cost_site_id bigint not null default 0;
alter table item
  add cost_method varchar(16) not null default 'MOVING_AVERAGE',
  add supplier_id bigint not null default 0;
alter table ledger_line add value decimal(19,2) not null default 0;

create table cost_pool (
  item_id bigint not null,
  -- a site's number, or a place's number below zero
  pool_id bigint not null,
  method varchar(16) not null,
  quantity decimal(19,6) not null,
  value decimal(19,2) not null,
  primary key (item_id, pool_id),
  constraint never_worth_less_than_nothing
    check (quantity >= 0 and value >= 0 and (quantity > 0 or value = 0))
);

-- What lies in a pool, where its items are not all worth the same.
create table cost_layer (
  item_id bigint not null,
  pool_id bigint not null,
  lot_id bigint not null,
  since datetime(6) not null,
  quantity decimal(19,6) not null,
  value decimal(19,2) not null,
  primary key (item_id, pool_id, lot_id, since)
);

-- What changed the value of stock without moving it.
create table revaluation (
  id bigint not null auto_increment primary key,
  item_id bigint not null,
  pool_id bigint not null,
  effective datetime(6) not null,
  person_id bigint not null,
  value decimal(19,2) not null,
  unit_cost decimal(19,6) null,
  reason varchar(200) not null,
  key effective (effective),
  key item (item_id, effective)
);

create table account (
  -- SITE, or the kind of a contra place
  role varchar(20) not null primary key,
  code varchar(20) not null,
  name varchar(60) not null
);
insert into account (role, code, name) values
  ('BIN', '1400', 'Stock'),
  ('ON_THE_ROAD', '1410', 'Stock on the road'),
  ('ON_LOAN', '1420', 'Stock on loan'),
  ('SUPPLIER', '2100', 'Goods received, not invoiced'),
  ('CUSTOMER', '5000', 'Cost of goods sold'),
  ('USED_UP', '5100', 'Goods used'),
  ('SCRAPPED', '5200', 'Scrap'),
  ('COUNT_DIFFERENCE', '5300', 'Count differences'),
  ('LOST', '5400', 'Goods lost'),
  ('OPENING', '3000', 'Opening balance'),
  ('REVALUED', '5500', 'Revaluation of stock');

insert into place (kind, address, label) values ('ON_LOAN', 'On loan', '*ON_LOAN');

-- What the books held before they knew values is valued at the cost that each item is known by.
update ledger_line l
  join place f on f.id = l.from_place_id join place t on t.id = l.to_place_id
  join item_cost c on c.item_id = l.item_id
  set l.value = round(l.quantity * c.cost, 2)
  where not (f.kind = 'BIN' and t.kind = 'BIN' and f.site_id = t.site_id);
insert into cost_pool (item_id, pool_id, method, quantity, value)
  select s.item_id, if(p.kind = 'BIN', p.site_id, -p.id) pool, 'MOVING_AVERAGE', sum(s.quantity),
    round(sum(s.quantity) * coalesce(max(c.cost), 0), 2)
  from stock_position s join place p on p.id = s.place_id
    left join item_cost c on c.item_id = s.item_id
  where s.quantity > 0
  group by s.item_id, pool;
-- The cents by which the rounded lines differ from that.
insert into revaluation (item_id, pool_id, effective, person_id, value, reason)
  select x.item_id, x.pool_id, now(6), 0, sum(x.value), 'Rounding of earlier values'
  from (
    select item_id, pool_id, value from cost_pool
    union all
    select l.item_id, if(t.kind = 'BIN', t.site_id, -t.id), -l.value
    from ledger_line l join place t on t.id = l.to_place_id
    where t.kind in ('BIN', 'ON_THE_ROAD', 'ON_LOAN')
    union all
    select l.item_id, if(f.kind = 'BIN', f.site_id, -f.id), l.value
    from ledger_line l join place f on f.id = l.from_place_id
    where f.kind in ('BIN', 'ON_THE_ROAD', 'ON_LOAN')
  ) x
  group by x.item_id, x.pool_id having sum(x.value) <> 0;

-- Why goods come in or go out: reason codes of adjustments and scrap, and the house's own kinds.
create table movement_kind (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  code varchar(16) not null,
  name varchar(60) not null,
  purpose varchar(12) not null,
  direction varchar(8) not null,
  contra varchar(20) not null,
  account varchar(20) not null default '',
  note_needed boolean not null default false,
  -- above this someone else must agree; null for never
  approval_value decimal(15,2) null,
  opposite_id bigint not null default 0,
  active boolean not null default true,
  unique key code (code)
);
insert into movement_kind (code, name, purpose, direction, contra, note_needed, approval_value)
values
  ('DAMAGE', 'Damaged', 'ADJUSTMENT', 'OUT', 'SCRAPPED', false, 500),
  ('THEFT', 'Stolen', 'ADJUSTMENT', 'OUT', 'LOST', true, 100),
  ('LOSS', 'Lost', 'ADJUSTMENT', 'OUT', 'LOST', false, 500),
  ('FOUND', 'Found', 'ADJUSTMENT', 'IN', 'LOST', false, 500),
  ('RECOUNT', 'Counted again', 'ADJUSTMENT', 'EITHER', 'COUNT_DIFFERENCE', false, 500),
  ('RETURN', 'Back to stock', 'ADJUSTMENT', 'IN', 'USED_UP', false, null),
  ('OPENING', 'Opening stock', 'ADJUSTMENT', 'IN', 'OPENING', false, null),
  ('EXPIRED', 'Expired', 'SCRAP', 'OUT', 'SCRAPPED', false, 500),
  ('BROKEN', 'Broken', 'SCRAP', 'OUT', 'SCRAPPED', false, 500),
  ('SPOILED', 'Spoiled', 'SCRAP', 'OUT', 'SCRAPPED', false, 500),
  ('LENT', 'Lent out', 'LOAN', 'OUT', 'ON_LOAN', false, null),
  ('CAMEBACK', 'Came back', 'LOAN', 'IN', 'ON_LOAN', false, null),
  ('USED', 'Used in the house', 'MOVEMENT', 'OUT', 'USED_UP', false, null);
update movement_kind a join movement_kind b on (a.code, b.code) in
    (('LENT', 'CAMEBACK'), ('CAMEBACK', 'LENT'), ('LOSS', 'FOUND'), ('FOUND', 'LOSS'))
  set a.opposite_id = b.id;

create table movement_field (
  id bigint not null auto_increment primary key,
  kind_id bigint not null,
  position int not null,
  name varchar(40) not null,
  type varchar(8) not null,
  required boolean not null default false,
  choices varchar(1000) not null default '',
  -- fields that are no longer asked for stay with what was written with them
  active boolean not null default true,
  key kind (kind_id, position)
);

alter table posting add movement_kind_id bigint not null default 0,
  add key movement_kind (movement_kind_id, effective);
create table posting_field (
  posting_id bigint not null,
  field_id bigint not null,
  value varchar(200) not null,
  primary key (posting_id, field_id),
  key value (field_id, value)
);

create table adjustment (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  number varchar(24) not null,
  purpose varchar(12) not null,
  kind_id bigint not null,
  -- IN, OUT, or SET: to a figure
  way varchar(4) not null,
  state varchar(10) not null,
  site_id bigint not null,
  note varchar(400) not null default '',
  -- the document that it follows from
  source varchar(40) not null default '',
  replacing boolean not null default false,
  party varchar(80) not null default '',
  due date null,
  gross decimal(19,2) not null,
  net decimal(19,2) not null,
  written datetime(6) not null,
  written_by bigint not null,
  ended datetime(6) null,
  ended_by bigint not null default 0,
  posting_id bigint not null default 0,
  unique key number (number),
  key state (state, written),
  key posting (posting_id)
);
-- Every reason of it, its kind among them.
create table adjustment_reason (
  adjustment_id bigint not null,
  kind_id bigint not null,
  primary key (adjustment_id, kind_id)
);
create table adjustment_line (
  adjustment_id bigint not null,
  line_no int not null,
  item_id bigint not null,
  place_id bigint not null,
  lot_id bigint not null default 0,
  serial_id bigint not null default 0,
  unit_load_id bigint not null default 0,
  condition_code tinyint not null default 0,
  -- what was there when it was written, and by how much that is to change
  book decimal(19,6) not null,
  variance decimal(20,6) not null,
  unit_cost decimal(19,6) not null,
  value decimal(19,2) not null,
  primary key (adjustment_id, line_no),
  key item (item_id)
);
create table adjustment_field (
  adjustment_id bigint not null,
  field_id bigint not null,
  value varchar(200) not null,
  primary key (adjustment_id, field_id)
);
create table adjustment_picture (
  adjustment_id bigint not null primary key,
  media_type varchar(40) not null,
  content mediumblob not null
);

-- Who must agree to what.
create table approval (
  id bigint not null auto_increment primary key,
  subject varchar(12) not null,
  subject_id bigint not null,
  number varchar(24) not null,
  site_id bigint not null,
  value decimal(19,2) not null,
  most decimal(15,2) not null,
  state varchar(10) not null,
  asked_back boolean not null default false,
  proposed datetime(6) not null,
  proposed_by bigint not null,
  decided datetime(6) null,
  decided_by bigint not null default 0,
  key state (state, proposed),
  key subject (subject, subject_id)
);
create table approval_word (
  id bigint not null auto_increment primary key,
  approval_id bigint not null,
  at datetime(6) not null,
  person_id bigint not null,
  what varchar(10) not null,
  note varchar(400) not null default '',
  key approval (approval_id, id)
);
-- Above this someone else must agree, whatever the reason; null for the reason's limit alone.
alter table person add approval_value decimal(15,2) null;

-- What is lent out, and what has come back.
create table loan (
  id bigint not null auto_increment primary key,
  number varchar(24) not null,
  adjustment_id bigint not null,
  kind_id bigint not null,
  site_id bigint not null,
  party varchar(80) not null,
  due date null,
  lent datetime(6) not null,
  lent_by bigint not null,
  closed datetime(6) null,
  unique key number (number),
  key open (closed, due)
);
create table loan_goods (
  id bigint not null auto_increment primary key,
  loan_id bigint not null,
  item_id bigint not null,
  lot_id bigint not null,
  serial_id bigint not null,
  condition_code tinyint not null,
  lent decimal(19,6) not null,
  back decimal(19,6) not null default 0,
  key loan (loan_id),
  key item (item_id),
  key serial (serial_id)
);
create table loan_return (
  id bigint not null auto_increment primary key,
  posting_id bigint not null,
  goods_id bigint not null,
  quantity decimal(19,6) not null,
  taken_back boolean not null default false,
  key posting (posting_id),
  key goods (goods_id)
);

-- What someone wants bought.
create table requisition (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  number varchar(24) not null,
  state varchar(10) not null,
  item_id bigint not null,
  quantity decimal(19,6) not null,
  site_id bigint not null,
  supplier_id bigint not null default 0,
  -- the document that it follows from
  source varchar(40) not null default '',
  asked datetime(6) not null,
  asked_by bigint not null,
  agreed datetime(6) null,
  agreed_by bigint not null default 0,
  order_id bigint not null default 0,
  unique key number (number),
  key state (state, asked)
);

-- What someone is gathering on the floor before it is posted together.
create table basket (
  person_id bigint not null primary key,
  site_id bigint not null,
  kind_id bigint not null,
  way varchar(4) not null,
  gathered mediumtext not null,
  changed datetime(6) not null
);

-- Up to this day nothing may take effect any more.
create table closing (
  id bigint not null auto_increment primary key,
  up_to date not null,
  closed datetime(6) not null,
  closed_by bigint not null,
  note varchar(200) not null default ''
);

-- Goods on the road that someone wants to give up, while someone else must agree.
create table transfer_ending (
  id bigint not null auto_increment primary key,
  transfer_id bigint not null,
  goods_id bigint not null default 0,
  quantity decimal(19,6) null,
  ending varchar(8) not null,
  reason varchar(200) not null,
  key transfer (transfer_id)
);
