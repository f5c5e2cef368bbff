-- Orders needed within so many days are allocated by themselves each morning; null for none.
alter table site add allocate_ahead int null;

-- The last day on which that was done at a site.
create table morning_allocation (
  site_id bigint not null primary key,
  day date not null
);
