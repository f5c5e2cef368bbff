-- The day that a line was confirmed for; null for that of its order. And what the supplier has
-- answered to the order: CONFIRMED or CHANGED, empty for nothing yet.
alter table inbound_line add expected date null;
alter table inbound_order
  add answer varchar(10) not null default '',
  add answered datetime(6) null;
