-- When a place was last counted is known to counting, as it is for items and positions.
create table counted_place (
  place_id bigint not null primary key,
  last_counted datetime(6) not null
);
insert into counted_place (place_id, last_counted)
select id, last_counted from place where last_counted is not null;
alter table place drop column last_counted;
