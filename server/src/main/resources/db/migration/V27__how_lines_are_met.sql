-- How the lines of orders are met where the policy of their item does not say it, and what was
-- asked for because of them beside what is bought.
alter table replenishment_policy
  modify column for_orders varchar(24) not null default 'FROM_STOCK',
  -- the site that goods are asked for from; 0 for none
  add column for_orders_from bigint not null default 0,
  add key for_orders (for_orders);

alter table outbound_line
  -- empty: as the policy says
  add column supply_rule varchar(24) not null default '',
  add column supply_from bigint not null default 0;

-- A transfer or a job that was made because of a line.
create table line_supply (
  id bigint not null auto_increment primary key,
  document varchar(24) not null,
  line_no int not null,
  site_id bigint not null,
  item_id bigint not null,
  way varchar(10) not null,
  supply_document varchar(24) not null,
  quantity decimal(19,6) not null,
  key line (document, line_no),
  key item (item_id, site_id),
  key supply_document (supply_document)
);

-- How much of what came because of a line has become available.
create table line_arrival (
  document varchar(24) not null,
  line_no int not null,
  item_id bigint not null,
  arrived decimal(19,6) not null,
  -- what the line had then that had not come because of it
  others decimal(19,6) not null,
  primary key (document, line_no, item_id)
);
