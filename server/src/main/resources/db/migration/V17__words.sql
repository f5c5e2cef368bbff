-- A freed reservation is called the same in the log of transfers as in that of orders.
update document_change set what = 'RESERVATION_REMOVED' where kind = 'TRANSFER' and what = 'FREED';

-- What has been shipped, and what has been reversed, are called so.
alter table outbound_line rename column gone to shipped;
alter table despatch_goods rename column taken_back to reversed;
alter table transfer_move rename column taken_back to reversed;
alter table loan_return rename column taken_back to reversed;
rename table suspicion to reported_discrepancy;
