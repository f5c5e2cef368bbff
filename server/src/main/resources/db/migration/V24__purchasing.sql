-- In which money the house reckons (ISO 4217), and the taxes on what it buys.
alter table house add column currency char(3) not null default 'EUR';

create table tax (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  code varchar(24) not null,
  name varchar(60) not null,
  category varchar(16) not null,
  rate decimal(6,3) not null,
  active boolean not null default true,
  unique key code (code)
);

-- The tax of what a supplier sells; that of a single item where it is another.
alter table supplier add column tax_id bigint null;
alter table supplier_item add column tax_id bigint null;

-- The tax of a line as it was when it was ordered.
alter table inbound_line
  add column tax_code varchar(24) null,
  add column tax_name varchar(60) null,
  add column tax_category varchar(16) null,
  add column tax_rate decimal(6,3) null;

-- What goes with a letter.
create table letter_attachment (
  id bigint not null auto_increment primary key,
  letter_id bigint not null,
  name varchar(80) not null,
  media_type varchar(60) not null,
  content mediumblob not null,
  key letter (letter_id)
);
