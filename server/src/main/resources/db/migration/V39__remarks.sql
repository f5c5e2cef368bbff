-- What people say about documents, and the files that they attach; by the number of the document.
create table document_comment (
  id bigint not null auto_increment primary key,
  number varchar(24) not null,
  at datetime(6) not null,
  person_id bigint not null,
  text varchar(2000) not null,
  removed datetime(6) null,
  removed_by bigint not null default 0,
  key of_document (number, id)
);

create table document_file (
  id bigint not null auto_increment primary key,
  number varchar(24) not null,
  at datetime(6) not null,
  person_id bigint not null,
  name varchar(200) not null,
  media_type varchar(120) not null,
  size int not null,
  content longblob not null,
  removed datetime(6) null,
  removed_by bigint not null default 0,
  key of_document (number, id)
);

-- Whose business a document is.
create view document_site as
  select number, site_id from inbound_order
  union all select number, site_id from outbound_order
  union all select d.number, o.site_id from despatch d join outbound_order o on o.id = d.order_id
  union all select number, site_id from supplier_return
  union all select number, from_site_id from transfer
  union all select number, to_site_id from transfer
  union all select number, site_id from stock_count
  union all select number, site_id from adjustment
  union all select number, site_id from requisition;

insert into notice_rule (kind, role, way) values
  ('MENTIONED', 'FLOOR_HAND', 'SCREEN'), ('MENTIONED', 'CLERK', 'SCREEN'),
  ('MENTIONED', 'CONTROLLER', 'SCREEN'), ('MENTIONED', 'ADMINISTRATOR', 'SCREEN'),
  ('MENTIONED', 'AUDITOR', 'SCREEN');
