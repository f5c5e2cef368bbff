-- Sites whose stock is looked at together, and the one of them at which more is asked for.
create table site_group (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  name varchar(60) not null,
  lead_site_id bigint not null,
  unique key name (name)
);

-- A site is in one group at the most.
create table site_group_site (
  site_id bigint not null primary key,
  group_id bigint not null,
  key of_group (group_id)
);

alter table replenishment_policy
  -- the group of sites that it is for; 0 for none
  add column group_id bigint not null default 0 after site_id,
  drop key one_a_scope,
  add unique key one_a_scope (item_id, category, site_id, group_id);
