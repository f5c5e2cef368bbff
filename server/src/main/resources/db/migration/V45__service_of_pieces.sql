-- When a piece is due for service, who moved it, and why.
alter table serial add version int not null default 0;
create table serial_change (
  id bigint not null auto_increment primary key,
  serial_id bigint not null,
  at datetime(6) not null,
  person_id bigint not null,
  reason varchar(200) not null,
  service_due_before date null,
  service_due date null,
  key serial (serial_id)
);
