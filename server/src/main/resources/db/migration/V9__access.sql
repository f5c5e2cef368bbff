-- Shared devices that a controller has enrolled: PINs work on no others. Tokens and codes are kept
-- as hashes only.
create table device (
  id bigint not null auto_increment primary key,
  version int not null default 0,
  name varchar(40) not null,
  site_id bigint not null,
  code_hash binary(32) null,
  code_until datetime(6) null,
  token_hash binary(32) null,
  added_by bigint not null,
  added datetime(6) not null,
  enrolled datetime(6) null,
  last_seen datetime(6) null,
  last_person bigint null,
  revoked_by bigint null,
  revoked datetime(6) null,
  unique key name (name),
  unique key code_hash (code_hash),
  unique key token_hash (token_hash)
);

-- Who is signed in, in which browser. The browser holds a random token, this its hash; ending the
-- row ends the sign-in.
create table sign_in (
  id bigint not null auto_increment primary key,
  token_hash binary(32) not null,
  person_id bigint not null,
  proof varchar(8) not null,
  device_id bigint null,
  address varchar(45) not null,
  opened datetime(6) not null,
  until datetime(6) not null,
  ended datetime(6) null,
  unique key token_hash (token_hash),
  key person (person_id, ended),
  key device (device_id, ended),
  key until (until)
);

-- Tries to sign in, by whom and from where.
create table sign_in_try (
  scope varchar(120) not null primary key,
  failures int not null,
  last datetime(6) not null,
  blocked_until datetime(6) null,
  succeeded datetime(6) null,
  key last (last)
);

-- What matters for who got in and who may do what. Rows are added and never changed.
create table security_event (
  id bigint not null auto_increment primary key,
  at datetime(6) not null,
  what varchar(24) not null,
  person_id bigint null,
  subject varchar(80) not null default '',
  detail varchar(400) not null default '',
  device varchar(40) not null default '',
  address varchar(45) not null default '',
  key what (what, id),
  key person (person_id, id)
);
create trigger security_event_stays before update on security_event
  for each row signal sqlstate '45000' set message_text = 'The security log is append-only.';
create trigger security_event_remains before delete on security_event
  for each row signal sqlstate '45000' set message_text = 'The security log is append-only.';

alter table person
  drop column failed_sign_ins,
  drop column blocked_until,
  add column password_temporary boolean not null default false,
  add column pin_temporary boolean not null default false;

-- There is no key any more that signs cookies.
delete from setting where name = 'signature-key';

-- Letters are tried again by themselves, later and later, and say so where no mail server is set.
alter table letter
  modify column state varchar(16) not null,
  add column tries int not null default 0,
  add column next_try datetime(6) null,
  add column claimed_until datetime(6) null,
  add column site_id bigint null,
  add key waiting (state, next_try);

update letter l join inbound_order o on o.number = l.document set l.site_id = o.site_id;

-- From whom the letters of the house come.
alter table house add column mail_from varchar(120) not null default '';

-- Badges in the tray are for those who may print them.
alter table printed add column badges boolean not null default false;

-- Where a removal rule held that was changed; null for every site.
alter table removal_rule_change add column site_id bigint null;
update removal_rule_change c join removal_rule r on r.id = c.rule_id
  left join area a on a.id = r.area_id
  set c.site_id = nullif(coalesce(a.site_id, r.site_id), 0);

-- A demo house says of itself that it is one.
insert into setting (name, value)
  select 'demo', 'true' from person where code = 'MAREN' and name = 'Maren Holme';
