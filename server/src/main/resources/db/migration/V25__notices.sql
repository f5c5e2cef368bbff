-- Where someone is told by mail; empty for nowhere.
alter table person add column email varchar(120) not null default '';

-- Who is told of what, and how. Site 0 stands for every site that has no rule of its own.
create table notice_rule (
  kind varchar(24) not null,
  role varchar(16) not null,
  site_id bigint not null default 0,
  way varchar(16) not null,
  primary key (kind, role, site_id)
);
insert into notice_rule (kind, role, way) values
  ('PROPOSALS', 'CLERK', 'SCREEN'), ('PROPOSALS', 'CONTROLLER', 'SCREEN'),
  ('RUNNING_OUT', 'CLERK', 'SCREEN'), ('RUNNING_OUT', 'CONTROLLER', 'SCREEN'),
  ('LATE_GOODS', 'CLERK', 'SCREEN'),
  ('CHANGED_DELIVERY', 'CLERK', 'SCREEN'),
  ('LEDGER_DIFFERENCES', 'CONTROLLER', 'SCREEN'), ('LEDGER_DIFFERENCES', 'ADMINISTRATOR', 'SCREEN'),
  ('BACKGROUND_FAILURE', 'CONTROLLER', 'SCREEN'), ('BACKGROUND_FAILURE', 'ADMINISTRATOR', 'SCREEN'),
  ('MAIL_NOT_SENT', 'CLERK', 'SCREEN'), ('MAIL_NOT_SENT', 'ADMINISTRATOR', 'SCREEN');

-- What there was to be told: once a day for each subject, however often it happens.
create table notice (
  id bigint not null auto_increment primary key,
  kind varchar(24) not null,
  -- 0 for the whole house
  site_id bigint not null default 0,
  subject varchar(120) not null,
  day date not null,
  raised datetime(6) not null,
  times int not null default 1,
  details text not null,
  unique key once_a_day (kind, site_id, subject, day),
  key raised (raised)
);

create table notice_recipient (
  person_id bigint not null,
  notice_id bigint not null,
  way varchar(16) not null,
  is_read boolean not null default false,
  mailed datetime(6) null,
  primary key (person_id, notice_id),
  key notice (notice_id),
  key unread (person_id, is_read),
  key to_mail (mailed, way)
);

-- The last day on whose morning some work was seen to at a site.
create table site_morning (
  work varchar(40) not null,
  site_id bigint not null,
  day date not null,
  primary key (work, site_id)
);
insert into site_morning (work, site_id, day)
  select 'morning-allocation', site_id, day from morning_allocation;
drop table morning_allocation;
