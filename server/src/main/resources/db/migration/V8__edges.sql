-- A lot's days can be corrected; what they were is kept.
alter table lot add column version int not null default 0;

create table lot_change (
  id bigint not null auto_increment primary key,
  lot_id bigint not null,
  at datetime(6) not null,
  person_id bigint not null,
  reason varchar(200) not null,
  expiry_before date null,
  expiry date null,
  best_before_before date null,
  best_before date null,
  produced_before date null,
  produced date null,
  key lot (lot_id)
);

-- That a line may be of several lots after all is said of the line: a rule may have asked for one.
alter table outbound_line add column any_lots boolean not null default false;

-- An order ends as shipped, a job as done, and what was withdrawn whole as cancelled.
alter table outbound_order rename column gone to ended;
update outbound_order o set o.state = 'CANCELLED', o.version = o.version + 1
  where o.state = 'GONE'
    and not exists (select 1 from outbound_line l where l.order_id = o.id and l.gone > 0);
update outbound_order o set o.state = 'DONE', o.version = o.version + 1
  where o.state = 'GONE' and o.kind = 'JOB';

-- When goods last came to a position, and by which receipt they came into the house: what waits on
-- a dock is listed by it, and the ledger need not be asked.
alter table stock_position
  add column landed datetime(6) null,
  add column landed_by varchar(40) null;
update stock_position s
  join place p on p.id = s.place_id
  join area a on a.id = p.area_id and a.purpose in ('RECEIVE', 'INSPECT')
  set s.landed = (select max(l.effective) from ledger_line l where l.to_place_id = s.place_id
      and l.item_id = s.item_id and l.lot_id = s.lot_id and l.serial_id = s.serial_id),
    s.landed_by = (select max(g.document) from ledger_line l join posting g on g.id = l.posting_id
      where l.to_place_id = s.place_id and l.item_id = s.item_id and l.lot_id = s.lot_id
        and l.serial_id = s.serial_id and g.kind in ('RECEIPT', 'RETURN'))
  where s.quantity > 0;
