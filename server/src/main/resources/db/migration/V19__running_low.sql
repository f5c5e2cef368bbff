-- On which days a site works, and how long goods from another site take to come here.
alter table site
  add working_days varchar(80) not null default 'MONDAY,TUESDAY,WEDNESDAY,THURSDAY,FRIDAY',
  add transfer_days int not null default 1;

create table site_holiday (
  site_id bigint not null,
  day date not null,
  name varchar(80) not null default '',
  primary key (site_id, day)
);

-- On which days of the week a supplier takes orders (empty for any), and until when.
alter table supplier
  add order_days varchar(80) not null default '',
  add cut_off time null;

-- Who sells what. Quantities are in the item's unit.
create table supplier_item (
  item_id bigint not null,
  supplier_id bigint not null,
  -- what the supplier calls it
  their_code varchar(60) not null default '',
  price decimal(15,4) null,
  minimum decimal(19,6) not null default 0,
  multiple decimal(19,6) not null default 0,
  -- working days from order to receipt; null for those of the supplier
  lead_days int null,
  preferred boolean not null default false,
  primary key (item_id, supplier_id),
  key supplier (supplier_id)
);
insert into supplier_item (item_id, supplier_id, preferred)
  select id, supplier_id, true from item where supplier_id > 0;
alter table item drop column supplier_id;

-- How items are kept in stock. 0 and an empty text stand for all; the most specific holds.
create table replenishment_policy (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  site_id bigint not null default 0,
  item_id bigint not null default 0,
  category varchar(60) not null default '',
  kind varchar(20) not null,
  -- null where they are worked out
  point decimal(19,6) null,
  quantity decimal(19,6) null,
  up_to decimal(19,6) null,
  service_percent decimal(7,4) not null,
  review_days int not null,
  window_days int not null,
  order_cost decimal(15,4) not null,
  holding_percent decimal(9,4) not null,
  -- what is done where less is there than an order asks for
  for_orders varchar(20) not null default 'FROM_STOCK',
  unique key one_a_scope (item_id, category, site_id)
);

-- A look at all items of a site that have a policy.
create table replenishment_run (
  id bigint not null auto_increment primary key,
  site_id bigint not null,
  day date not null,
  -- the same day if it is the night's; null if someone asked for it
  night date null,
  asked_by bigint not null,
  started datetime(6) not null,
  finished datetime(6) null,
  -- up to which item it has looked; a run that was cut off goes on from there
  reached bigint not null default 0,
  items int not null default 0,
  looked int not null default 0,
  low int not null default 0,
  proposed int not null default 0,
  failed int not null default 0,
  failure varchar(400) null,
  unique key once_a_night (site_id, night),
  key started (started)
);

-- What was not simply enough: what was found of an item in a run, and why.
create table replenishment_finding (
  run_id bigint not null,
  item_id bigint not null,
  finding varchar(20) not null,
  detail varchar(400) not null default '',
  primary key (run_id, item_id)
);

-- An item at a site as the last run saw it.
create table item_outlook (
  site_id bigint not null,
  item_id bigint not null,
  run_id bigint not null,
  policy_id bigint not null,
  finding varchar(20) not null,
  -- whether someone should look at it
  low boolean not null,
  point decimal(19,6) null,
  up_to decimal(19,6) null,
  safety_stock decimal(19,6) not null,
  per_day decimal(19,6) not null,
  pattern varchar(16) not null,
  free decimal(19,6) not null,
  coming decimal(19,6) not null,
  promised decimal(19,6) not null,
  to_order decimal(19,6) not null,
  below_safety date null,
  runs_out date null,
  last_day_to_order date null,
  supplier_id bigint not null default 0,
  -- what never runs out comes last
  runs_out_order date as (coalesce(runs_out, date '9999-12-31')) persistent,
  primary key (site_id, item_id),
  key item (item_id),
  key low_runs_out (low, runs_out_order, item_id, site_id),
  key runs_out (runs_out_order, item_id, site_id)
);

-- What the house proposes to have come. Approved, it becomes a document.
create table proposal (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  site_id bigint not null,
  item_id bigint not null,
  way varchar(12) not null,
  -- the site or supplier that it comes from; 0 for what is made, or for no supplier
  from_id bigint not null default 0,
  quantity decimal(19,6) not null,
  due date not null,
  state varchar(12) not null,
  -- whether someone has changed it: then a run leaves it as it is
  changed boolean not null default false,
  reason mediumtext not null,
  level decimal(19,6) not null,
  run_id bigint not null,
  made datetime(6) not null,
  decided datetime(6) null,
  decided_by bigint not null default 0,
  note varchar(200) not null default '',
  document varchar(24) not null default '',
  -- one open proposal for an item, a site and a source
  open_item bigint as (if(state = 'OPEN', item_id, null)) persistent,
  unique key one_open (open_item, site_id, way, from_id),
  key site_state (site_id, state),
  key item (item_id, site_id)
);

-- The line of a document that goods were requested for; 0 for none.
alter table requisition add source_line int not null default 0;

-- The day on which all that an order lacks will have come; null if something of it is not ordered.
alter table outbound_order add covered_by date null;

-- How much a job has made, booked in in parts; null for jobs from before that was kept.
alter table outbound_order add made decimal(19,6) null;

create table job_output (
  id bigint not null auto_increment primary key,
  order_id bigint not null,
  posting_id bigint not null,
  quantity decimal(19,6) not null,
  value decimal(19,2) not null,
  made_at datetime(6) not null,
  made_by bigint not null,
  reversed boolean not null default false,
  unique key posting (posting_id),
  key of_order (order_id)
);
