-- States and what is written in logs take the words of the trade, one for one thing.
alter table feed_entry modify column what varchar(24) not null;
alter table approval_word modify column what varchar(24) not null;

update place set kind = 'IN_TRANSIT' where kind = 'ON_THE_ROAD';
update account set role = 'IN_TRANSIT' where role = 'ON_THE_ROAD';

update transfer set state = 'READY_TO_SEND' where state = 'RELEASED';
update transfer set state = 'IN_TRANSIT' where state = 'ON_THE_ROAD';
update transfer set state = 'PARTLY_RECEIVED' where state = 'ARRIVED_IN_PART';
update inbound_order set state = 'RECEIVED' where state = 'CHECKED_IN';
update outbound_order set state = 'SHIPPED' where state = 'GONE';
update stock_count set state = 'PREPARED' where state = 'DRAWN_UP';
update stock_count set state = 'CANCELLED' where state = 'DROPPED';
update requisition set state = 'REQUESTED' where state = 'ASKED';
update requisition set state = 'APPROVED' where state = 'AGREED';
update requisition set state = 'CANCELLED' where state = 'DROPPED';
update approval_word set what = 'INFORMATION_REQUESTED' where what = 'ASKED';

update document_change set what = 'RESERVATION_REMOVED'
where kind = 'OUTBOUND_ORDER' and what = 'RELEASED';
update document_change set what = 'MADE_READY' where kind = 'TRANSFER' and what = 'RELEASED';
update document_change set what = 'SHIPPED' where kind = 'OUTBOUND_ORDER' and what = 'GONE';
update document_change set what = 'PREPARED' where kind = 'COUNT' and what = 'DRAWN_UP';
update document_change set what = 'CANCELLED'
where kind in ('COUNT', 'REQUISITION') and what = 'DROPPED';
update document_change set what = 'REQUESTED' where kind = 'REQUISITION' and what = 'ASKED';
update document_change set what = 'APPROVED' where kind = 'REQUISITION' and what = 'AGREED';
