-- Whether keys that are pressed alone do something for a person; who dictates or types with a head
-- pointer may rather have none.
alter table person_choice add column single_keys boolean not null default true;

-- The language in which a person reads the screens; empty for that of their browser.
alter table person_choice add column language varchar(8) not null default '';
