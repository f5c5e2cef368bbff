-- Whether what is scrapped is to be had in stock as well.
alter table house add column scrap_is_demand boolean not null default false;
