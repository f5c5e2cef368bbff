-- A requisition has lines, each with its state: some of it may be ordered and some of it dropped.
create table requisition_line (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  requisition_id bigint not null,
  line_no int not null,
  state varchar(10) not null,
  item_id bigint not null,
  quantity decimal(19,6) not null,
  supplier_id bigint not null default 0,
  -- the line of the document that it follows from; 0 for none
  source_line int not null default 0,
  agreed datetime(6) null,
  agreed_by bigint not null default 0,
  order_id bigint not null default 0,
  unique key line (requisition_id, line_no),
  key state (state),
  key item_state (item_id, state),
  key of_order (order_id)
);

insert into requisition_line (id, version, requisition_id, line_no, state, item_id, quantity,
    supplier_id, source_line, agreed, agreed_by, order_id)
  select id, version, id, 1, state, item_id, quantity, supplier_id, source_line, agreed, agreed_by,
    order_id from requisition;

alter table requisition
  drop key state,
  drop column version, drop column state, drop column item_id, drop column quantity,
  drop column supplier_id, drop column source_line, drop column agreed, drop column agreed_by,
  drop column order_id,
  add needed date null,
  add note varchar(400) not null default '',
  add key asked (asked),
  add key source (source);
