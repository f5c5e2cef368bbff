-- The label printer that someone has chosen for themselves; 0 for none.
alter table person_choice add printer_id bigint not null default 0;
