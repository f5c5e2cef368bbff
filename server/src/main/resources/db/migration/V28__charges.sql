-- What goods of a receipt or a transfer cost besides, and what they cost otherwise than it said.
alter table revaluation
  -- the account that the worth comes from
  add column role varchar(20) not null default 'REVALUED',
  -- what of it is for goods that have gone: it is in no pool
  add column gone decimal(19,2) not null default 0,
  add column document varchar(24) null;

insert into account (role, code, name) values
  ('CHARGES', '2110', 'Charges, not invoiced'),
  ('COST_VARIANCE', '5510', 'Later cost of goods that had gone');

create table charge (
  id bigint not null auto_increment primary key,
  document varchar(24) not null,
  kind varchar(10) not null,
  name varchar(60) not null,
  -- by what it was shared out; null for another cost of one line
  basis varchar(10) null,
  amount decimal(19,2) not null,
  at datetime(6) not null,
  person_id bigint not null,
  taken_back datetime(6) null,
  taken_back_by bigint not null default 0,
  key document (document)
);

create table charge_share (
  charge_id bigint not null,
  posting_id bigint not null,
  line_no int not null,
  item_id bigint not null,
  pool_id bigint not null,
  lot_id bigint not null,
  since datetime(6) not null,
  quantity decimal(19,6) not null,
  amount decimal(19,2) not null,
  -- what of the amount was added to goods that were still there
  held decimal(19,2) not null,
  primary key (charge_id, posting_id, line_no),
  key line (posting_id, line_no)
);
