-- A home bin that is refilled: at or below the minimum up to the maximum, in whole packs of that
-- name; null where it is not, and for single pieces.
alter table item_home
  add minimum decimal(19,6) null,
  add maximum decimal(19,6) null,
  add refill_pack varchar(30) null;
