-- Whether goods are put into a bin of the site only when it was scanned.
alter table site add target_scanned boolean not null default false;
