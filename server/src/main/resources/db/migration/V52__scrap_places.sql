-- Whether a bin is a scrap place: its area is for scrap. Its goods are valued by themselves. Settled
-- by its first posting.
alter table place add column scrap boolean not null default false;

-- How much of its cost scrap keeps until it is collected.
alter table house add column scrap_worth_percent int not null default 100;

-- Of which line of a posting a revaluation is, where it is of one.
alter table revaluation
  add column posting_id bigint null,
  add column line_no int null,
  add key posting (posting_id);
