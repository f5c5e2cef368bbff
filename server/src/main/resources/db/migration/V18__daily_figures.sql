-- What the ledger comes to by day, kept as it is read from the feed. A day is that of the site.

-- What was used of an item at a site, by cause; negative where more was taken back than used.
create table usage_by_day (
  item_id bigint not null,
  site_id bigint not null,
  day date not null,
  cause varchar(20) not null,
  quantity decimal(19,6) not null,
  primary key (item_id, site_id, day, cause),
  key site (site_id, item_id, day)
);

-- By how much the stock of an item at a site changed.
create table change_by_day (
  item_id bigint not null,
  site_id bigint not null,
  day date not null,
  quantity decimal(19,6) not null,
  primary key (item_id, site_id, day),
  key site (site_id, item_id, day)
);

-- That the figures of what had happened before they were kept have been made; one row, or none.
create table daily_figures_made (
  once tinyint not null primary key
);

create algorithm = merge sql security invoker view used_by_day as
  select item_id, site_id, day, cause, quantity from usage_by_day;

create algorithm = merge sql security invoker view changed_by_day as
  select item_id, site_id, day, quantity from change_by_day;
