-- Papers of documents as they were printed. One that says what the last of its name said is the same.
create table kept_paper (
  id bigint not null auto_increment primary key,
  number varchar(24) not null,
  title varchar(80) not null,
  at datetime(6) not null,
  -- a SHA-256 of what it says
  fingerprint binary(32) not null,
  -- whether only who may post may see it: it says what the book says of what is counted blind
  for_reviewers boolean not null default false,
  content mediumblob not null,
  key of_document (number, id)
);
