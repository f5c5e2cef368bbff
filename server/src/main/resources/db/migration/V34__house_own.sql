-- How the house writes numbers, days and times.
alter table house
  -- how numbers and days are written, as of BCP 47; empty for as each browser does
  add column language varchar(20) not null default '',
  -- in which times are shown and the day of the whole house begins; empty for UTC and each browser
  add column time_zone varchar(40) not null default '',
  add column first_day varchar(9) not null default 'MONDAY';
