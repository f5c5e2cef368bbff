-- When a transfer is to leave; when it is due there is another day.
alter table transfer add dispatch date null after wanted;
