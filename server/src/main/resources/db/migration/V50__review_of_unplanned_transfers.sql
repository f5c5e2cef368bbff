-- Whether what the Floor sends unplanned from a site is looked through in the Office before it leaves.
alter table site add unplanned_reviewed boolean not null default false;
-- When an unplanned transfer was handed in for that, and by whom; null while nobody has.
alter table transfer add handed_in datetime(6) null, add handed_in_by bigint not null default 0;
