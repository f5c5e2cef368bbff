-- What someone has chosen for themselves.
create table person_choice (
  person_id bigint not null primary key,
  -- the site that stands first where one is asked for; 0 for none
  site_id bigint not null default 0,
  -- the page of the office that is opened first; empty for the usual one
  landing_page varchar(120) not null default ''
);

-- With which letters new documents are numbered, where a house wants others.
create table number_range (
  -- the letters that such documents have usually
  usual varchar(8) not null primary key,
  prefix varchar(8) not null
);
