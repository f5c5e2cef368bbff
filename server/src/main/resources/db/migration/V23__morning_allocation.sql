-- Orders needed within so many days are allocated by themselves each morning; null for none. And
-- the last day on which that was done.
alter table site
  add allocate_ahead int null,
  add allocated_on date null;
