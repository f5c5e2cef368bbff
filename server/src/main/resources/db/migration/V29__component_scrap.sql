-- How much of a component was used up by its job and spoilt; as much more was asked for then.
alter table outbound_line add column scrapped decimal(19,6) not null default 0;
