-- Names that the house was given and never changed, in the words of its screens.
update account set name = 'Stock in transit' where role = 'IN_TRANSIT' and name = 'Stock on the road';
update movement_kind set name = 'On loan' where code = 'LENT' and name = 'Lent out';
update movement_kind set name = 'Back from loan' where code = 'CAMEBACK' and name = 'Came back';

-- Saved views of usage ask by the new names of its columns and values.
update saved_view set
  search = replace(replace(replace(replace(replace(search,
    'pace=MOVING', 'turnover=MOVING'), 'pace=SLOW', 'turnover=SLOW_MOVING'),
    'pace=DEAD', 'turnover=NON_MOVING'), 'pace=NONE', 'turnover=NO_STOCK'),
    'sort=TURNOVER', 'sort=TURNS_A_YEAR'),
  columns = replace(replace(columns, '"turnover"', '"turnsAYear"'), '"pace"', '"turnover"')
where list = 'usage';
