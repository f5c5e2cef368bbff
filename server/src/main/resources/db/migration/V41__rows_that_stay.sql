-- How many rows of an import that was taken back are still there, because the ledger names them.
alter table import_run add staying int not null default 0;
