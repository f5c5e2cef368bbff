-- Count sheets that are filled in on paper and typed: once or, where the count asks for it, twice.
alter table stock_count add column typed_twice boolean not null default false;

create table typed_sheet (
  id bigint not null auto_increment primary key,
  count_id bigint not null,
  slip_id bigint not null,
  -- the first or the second time
  typing tinyint not null,
  -- who typed it, and who had counted it, when
  person_id bigint not null,
  counted_by bigint not null,
  counted_at datetime(6) not null,
  typed_at datetime(6) not null,
  figures mediumtext not null,
  -- how many figures were typed otherwise than the first time
  differences int not null default 0,
  unique key slip_typing (slip_id, typing),
  key of_count (count_id)
);

-- A count by which bins are checked that others counted and found right; 0 for any other count.
alter table stock_count add column checks_count_id bigint not null default 0;
alter table stock_count add key checks (checks_count_id);
