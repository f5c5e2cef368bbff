-- Every posting and every change of a document, written in the transaction that made it. Who reads
-- them all, from any server, reads them by their sequence.
create table feed_entry (
  id bigint not null auto_increment primary key,
  -- given once the entry is committed, without gaps; null until then
  sequence bigint null,
  written datetime(6) not null,
  topic varchar(16) not null,
  -- the number of the posting or document, and what is said aloud for it
  subject_id bigint not null,
  number varchar(40) not null default '',
  what varchar(16) not null,
  -- the sites that it concerns, as a list of numbers with commas; empty for the whole house
  sites varchar(1000) not null,
  unique key sequence (sequence)
);

-- The last sequence that was given. Whoever gives the next holds this row.
create table feed_sequence (
  id tinyint not null primary key,
  last bigint not null
);
insert into feed_sequence (id, last) values (1, 0);

-- Up to where each reader has read what it must not miss.
create table feed_cursor (
  reader varchar(40) not null primary key,
  sequence bigint not null
);
