// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { useLocation } from 'react-router';
import '../app/words';
import { answers, empty, press, show } from '../testing/house';
import { ListFilters, ListSearch } from './ListFilters';
import { useList } from './useList';

beforeEach(() => {
  empty();
  answers('GET', '/api/sites', () => [{ id: 3, code: 'KQ', name: 'Kittiwake Quay', areas: [] }]);
});
afterEach(cleanup);

function Listed() {
  const list = useList<'listOutboundOrders'>();
  return (
    <>
      <ListSearch label="Words" value={list.words} onChange={list.search} />
      <ListFilters
        list={list}
        columns={[
          { key: 'number', title: 'Number', sort: 'NUMBER', narrow: { kind: 'TEXT' } },
          { key: 'value', title: 'Value', sort: 'VALUE', narrow: { kind: 'NUMBER' } },
          { key: 'needed', title: 'Needed by', sort: 'NEEDED', narrow: { kind: 'DAY' } },
          { key: 'late', title: 'Late' },
        ]}
      />
      <output>{decodeURIComponent(useLocation().search)}</output>
      <output>{JSON.stringify(list.question)}</output>
    </>
  );
}

async function open() {
  await press('Add filter');
}

it('offers the columns that the server knows, and keeps what is asked in the address', async () => {
  show(<Listed />);
  await open();
  expect([...screen.getByLabelText('Column').children].map((one) => one.textContent)).toEqual([
    'Number',
    'Value',
    'Needed by',
  ]);
  fireEvent.change(screen.getByLabelText('Value'), { target: { value: 'OB: 1' } });
  await press('Apply');
  expect(screen.getByText('Number contains OB: 1')).toBeTruthy();
  expect(document.body.textContent).toContain('where=NUMBER:HOLDS:OB:+1');
  expect(document.body.textContent).toContain('"where":["NUMBER:HOLDS:OB: 1"]');
});

it('waits until a number can be read in one way only', async () => {
  show(<Listed />);
  await open();
  fireEvent.change(screen.getByLabelText('Column'), { target: { value: 'value' } });
  const apply = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Apply' });
  expect(apply().disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('Value'), { target: { value: '1.500' } });
  expect(apply().disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('Value'), { target: { value: '12,5' } });
  await press('Apply');
  expect(document.body.textContent).toContain('where=VALUE:FROM:12.5');
});

it('asks for no value where there is none to compare with, and removes what was added', async () => {
  show(<Listed />);
  await open();
  fireEvent.change(screen.getByLabelText('Column'), { target: { value: 'needed' } });
  fireEvent.change(screen.getByLabelText('Comparison'), { target: { value: 'EMPTY' } });
  expect(screen.queryByLabelText('Value')).toBeNull();
  await press('Apply');
  expect(document.body.textContent).toContain('where=NEEDED:EMPTY');
  await press('Remove filter: Needed by is empty');
  expect(document.body.textContent).not.toContain('where');
});
