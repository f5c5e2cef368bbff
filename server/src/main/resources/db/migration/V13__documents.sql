-- The number of every document. Where two kinds came to have the same one, it is kept for the kind
-- that stock is reserved for, which is looked up by it.
create table document (
  number varchar(40) not null primary key,
  kind varchar(16) not null
);
insert ignore into document (number, kind) select number, 'OUTBOUND_ORDER' from outbound_order;
insert ignore into document (number, kind) select number, 'TRANSFER' from transfer;
insert ignore into document (number, kind) select number, 'INBOUND_ORDER' from inbound_order;
insert ignore into document (number, kind) select number, 'COUNT' from stock_count;
insert ignore into document (number, kind) select number, 'ADJUSTMENT' from adjustment;
insert ignore into document (number, kind) select number, 'REQUISITION' from requisition;
insert ignore into document (number, kind) select number, 'DELIVERY' from despatch;

-- The last number that was counted for a prefix.
create table document_counter (
  prefix varchar(8) not null primary key,
  last bigint not null
);
insert into document_counter (prefix, last)
select case
    when name = 'transfer' then 'TR'
    when name = 'count' then 'CO'
    when name = 'requisition' then 'RQ'
    when name = 'despatch' then 'DN'
    else substring_index(name, ' ', -1)
  end,
  if(name = 'requisition' or name like 'adjustment %', value, value + 10000)
from counter
where name in ('transfer', 'count', 'requisition', 'despatch')
  or name like 'order %' or name like 'outbound %' or name like 'adjustment %';
delete from counter
where name in ('transfer', 'count', 'requisition', 'despatch')
  or name like 'order %' or name like 'outbound %' or name like 'adjustment %';

-- Who did what to a document.
create table document_change (
  id bigint not null auto_increment primary key,
  kind varchar(16) not null,
  document_id bigint not null,
  at datetime(6) not null,
  person_id bigint not null,
  what varchar(24) not null,
  detail varchar(400) not null default '',
  before_value varchar(400) null,
  after_value varchar(400) null,
  key of_document (kind, document_id, at)
);
insert into document_change (kind, document_id, at, person_id, what, detail)
select 'INBOUND_ORDER', order_id, at, person_id, what, detail from inbound_event order by id;
insert into document_change (kind, document_id, at, person_id, what, detail)
select 'OUTBOUND_ORDER', order_id, at, person_id, what, detail from outbound_event order by id;
insert into document_change
  (kind, document_id, at, person_id, what, detail, before_value, after_value)
select 'TRANSFER', transfer_id, at, person_id, what, detail, before_value, after_value
from transfer_event order by id;
insert into document_change (kind, document_id, at, person_id, what, detail)
select 'COUNT', count_id, at, person_id, what, detail from count_event order by id;
drop table inbound_event;
drop table outbound_event;
drop table transfer_event;
drop table count_event;
