-- Goods that go back to their supplier: set aside in a place of their own, then shipped.
create table supplier_return (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  number varchar(24) not null unique,
  state varchar(12) not null,
  site_id bigint not null,
  supplier_id bigint not null,
  -- where its goods are until they are shipped
  place_id bigint not null,
  reason varchar(200) not null,
  -- by which the supplier knows it
  reference varchar(60) not null default '',
  note varchar(400) not null default '',
  created datetime(6) not null,
  created_by bigint not null,
  shipped datetime(6) null,
  shipped_by bigint not null default 0,
  taken_by varchar(80) not null default '',
  shipped_posting_id bigint not null default 0,
  key state (state, created),
  key supplier (supplier_id),
  key site (site_id)
);

create table supplier_return_line (
  id bigint not null auto_increment primary key,
  return_id bigint not null,
  line_no int not null,
  item_id bigint not null,
  lot_id bigint not null default 0,
  serial_id bigint not null default 0,
  condition_code tinyint not null default 0,
  quantity decimal(19,6) not null,
  -- where they were before
  from_place_id bigint not null,
  from_unit_load_id bigint not null default 0,
  -- the order line on which they came, 0 if it is not known
  order_id bigint not null default 0,
  order_line int not null default 0,
  unit_cost decimal(19,6) null,
  -- whether the order shall expect them again, and how much of them it does
  expect_again boolean not null default false,
  expected_again decimal(19,6) not null default 0,
  posting_id bigint not null,
  put_back_posting_id bigint not null default 0,
  unique key line (return_id, line_no),
  key item (item_id),
  key of_order (order_id)
);

insert into account (role, code, name) values
  ('SUPPLIER_RETURN', '1430', 'Stock set aside for suppliers');
