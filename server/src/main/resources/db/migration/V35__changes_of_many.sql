-- A change of many rows at once is tried, written and taken back as an import is: what was asked.
alter table import_run
  add column many_form varchar(40) null,
  add column many_said longtext null;
