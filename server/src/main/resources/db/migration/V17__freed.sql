-- A freed reservation is called the same in the log of transfers as in that of orders.
update document_change set what = 'RESERVATION_REMOVED' where kind = 'TRANSFER' and what = 'FREED';
