-- How the pieces of an item are numbered that the house makes itself; empty: as the house does.
alter table item add column serial_rule varchar(40) not null default '';
