-- The language in which papers, labels and letters are written for a site, a customer or a
-- supplier; empty for that of the house.
alter table site add column language varchar(8) not null default '';
alter table customer add column language varchar(8) not null default '';
alter table supplier add column language varchar(8) not null default '';
