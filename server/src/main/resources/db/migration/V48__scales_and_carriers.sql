-- Scales of packing benches and carriers, by their addresses. Those without one ship along.
create table scale (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  code varchar(24) not null,
  name varchar(60) not null,
  site_id bigint null,
  address varchar(200) not null,
  active boolean not null default true,
  unique key code (code)
);
insert into scale (code, name, address) values ('BENCH', 'Packing bench', '');

create table carrier (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  code varchar(24) not null,
  name varchar(60) not null,
  address varchar(200) not null,
  active boolean not null default true,
  unique key code (code)
);
insert into carrier (code, name, address) values ('PRACTICE', 'Practice carrier', '');

-- What a carrier offered when it was last asked.
create table carrier_service (
  carrier_id bigint not null,
  code varchar(40) not null,
  name varchar(80) not null,
  most_kilograms decimal(9,3) not null,
  asked datetime(6) not null,
  primary key (carrier_id, code)
);
insert into carrier_service (carrier_id, code, name, most_kilograms, asked) values
  (1, 'NEXT_DAY', 'Next day', 30, '2000-01-01'), (1, 'ECONOMY', 'Economy', 70, '2000-01-01'),
  (1, 'PALLET', 'Pallet', 1000, '2000-01-01');

-- Which carrier has taken a parcel on, and what the service is called.
alter table parcel
  modify service varchar(80) not null default '',
  modify tracking varchar(60) not null default '',
  add carrier_id bigint not null default 0;
update parcel set carrier_id = 1 where tracking <> '';
update parcel set service = case service when 'NEXT_DAY' then 'Next day'
  when 'ECONOMY' then 'Economy' when 'PALLET' then 'Pallet' else service end;
