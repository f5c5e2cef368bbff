-- Whether only items with a home bin are kept in bins at a site: all others stay in its implied bin.
alter table site add column bins_for_some boolean not null default false;
