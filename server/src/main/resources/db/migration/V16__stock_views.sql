-- What stock shows to the other capabilities. Its tables are its own; these are what their statements
-- may name. A server merges them into the statement: they cost nothing.

-- What lies somewhere: one row a position that holds goods.
create algorithm = merge sql security invoker view on_hand as
  select item_id, place_id, lot_id, serial_id, unit_load_id, condition_code, quantity, in_date, landed,
    landed_by
  from stock_position where quantity > 0;

-- An item at a site: what is there, and what of it is available.
create algorithm = merge sql security invoker view on_hand_at_site as
  select item_id, site_id, on_hand, available from item_stock;

-- Postings, and their lines: what went from where to where, and what it was worth.
create algorithm = merge sql security invoker view posted as
  select id, kind, effective, recorded, person_id, device, document, document_line, reason,
    reverses_id, movement_kind_id
  from posting;

create algorithm = merge sql security invoker view posted_line as
  select posting_id, line_no, effective, item_id, lot_id, serial_id,
    from_place_id, from_unit_load_id, from_condition, to_place_id, to_unit_load_id, to_condition,
    quantity, value
  from ledger_line;

-- What is reserved for a line of a document, and what of it has been picked.
create algorithm = merge sql security invoker view reserved as
  select id, document, document_line, item_id, place_id, lot_id, serial_id, unit_load_id,
    condition_code, quantity, picked, picked_from_id, made
  from reservation;
