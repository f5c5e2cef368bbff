-- To whom and where a reason is offered: no role and no site named means all of them.
alter table movement_kind
  add roles varchar(120) not null default '',
  add on_floor boolean not null default true;
create table movement_kind_site (
  kind_id bigint not null,
  site_id bigint not null,
  primary key (kind_id, site_id)
);
