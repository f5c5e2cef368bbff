-- Printers of the house, by their addresses. The one without an address is the tray that ships along.
create table printer (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  code varchar(20) not null,
  name varchar(60) not null,
  site_id bigint null,
  address varchar(200) not null,
  labels boolean not null,
  papers boolean not null,
  active boolean not null default true,
  unique key code (code)
);
insert into printer (code, name, address, labels, papers) values ('TRAY', 'Tray', '', true, true);

-- What is printed, and what has become of it. What prints by itself is made when its turn comes.
rename table printed to print_job;
alter table print_job
  modify content mediumblob null,
  add printer_id bigint not null default 1,
  add copies int not null default 1,
  add site_id bigint null,
  add document varchar(40) not null default '',
  add paper varchar(30) null,
  add subject_id bigint null,
  add state varchar(20) not null default 'PRINTED',
  add tries int not null default 0,
  add next_try datetime(6) null,
  add claimed_until datetime(6) null,
  add job_number int null,
  add failure varchar(400) null,
  add sent datetime(6) null,
  add ended datetime(6) null,
  add key waiting (state, next_try);

-- When something happens at a site, something is printed.
create table print_rule (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  site_id bigint not null,
  occasion varchar(30) not null,
  paper varchar(30) not null,
  printer_id bigint not null,
  copies int not null,
  active boolean not null default true,
  unique key once (site_id, occasion, paper, printer_id)
);

-- What has come out of the printer that ships along.
create table tray_paper (
  id bigint not null auto_increment primary key,
  title varchar(120) not null,
  person varchar(60) not null,
  copies int not null,
  at datetime(6) not null,
  content mediumblob not null
);

insert into notice_rule (kind, role, way) values
  ('NOT_PRINTED', 'CLERK', 'SCREEN'), ('NOT_PRINTED', 'ADMINISTRATOR', 'SCREEN');
