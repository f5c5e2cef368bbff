// @vitest-environment jsdom
import { answers, empty, fill, press, show } from '../testing/house';
import { cleanup, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { DocumentField } from './DocumentField';
import { ItemField } from './ItemField';
import { ManyField } from './ManyField';
import { ReferenceField, type Referred } from './ReferenceField';

beforeEach(() => {
  empty();
  answers('GET', '/api/people/names', () => [
    { id: 3, name: 'Isolde Marr' },
    { id: 4, name: 'Tavi Renn' },
  ]);
  answers('GET', '/api/items', ({ query }) => ({
    total: 1,
    offset: 0,
    rows:
      query.get('q')?.toUpperCase() === 'SHK-001' ? [{ id: 7, code: 'SHK-001', name: 'D' }] : [],
  }));
  answers('GET', '/api/items/7', () => ({ id: 7, code: 'SHK-001', name: 'D' }));
  answers('GET', '/api/on-hand', () => ({ total: 0, offset: 0, rows: [] }));
});
afterEach(cleanup);

function Asking({ of, start = '' }: { of: Referred; start?: string }) {
  const [id, setId] = useState(start);
  return (
    <>
      <ReferenceField of={of} label="Which" value={id} onChange={setId} />
      <output>{id}</output>
    </>
  );
}

const field = () => screen.getByLabelText<HTMLInputElement>('Which');
const told = () => screen.getByRole('status').textContent;

it('finds someone by any words, and tells which is meant', async () => {
  show(<Asking of="PERSON" />);
  await userEvent.type(field(), 'renn');
  await userEvent.click(await screen.findByRole('option', { name: 'Tavi Renn' }));
  await waitFor(() => expect(told()).toBe('4'));
  fill(field(), '');
  await waitFor(() => expect(told()).toBe(''));
});

it('says who is meant already, and keeps what was typed and is nobody', async () => {
  show(<Asking of="PERSON" start="3" />);
  await waitFor(() => expect(field().value).toBe('Isolde Marr'));
  fill(field(), 'Isolde M');
  expect(field().value).toBe('Isolde M');
  await waitFor(() => expect(field().checkValidity()).toBe(false));
  expect(told()).toBe('3');
});

it('knows an item by a scan of its code', async () => {
  show(<Asking of="ITEM" />);
  fill(field(), 'shk-001');
  await waitFor(() => expect(told()).toBe('7'));
  expect(field().checkValidity()).toBe(true);
});

it('takes several one after another, apart at commas, and gives one back', async () => {
  function Many() {
    const [items, setItems] = useState(['RPE-1']);
    return (
      <>
        <ManyField
          value={items}
          onChange={setItems}
          field={(next) => <ItemField label="Items" {...next} />}
        />
        <output>{items.join(' ')}</output>
      </>
    );
  }
  show(<Many />);
  await userEvent.type(screen.getByLabelText('Items'), 'SHK-001{Enter}');
  expect(told()).toBe('RPE-1 SHK-001');
  fill(screen.getByLabelText('Items'), 'FLR-1, RPE-1,FLR-2');
  expect(told()).toBe('RPE-1 SHK-001 FLR-1 FLR-2');
  await userEvent.type(screen.getByLabelText('Items'), 'GLV-1');
  await userEvent.tab();
  expect(told()).toBe('RPE-1 SHK-001 FLR-1 FLR-2 GLV-1');
  await press('Remove FLR-1');
  expect(told()).toBe('RPE-1 SHK-001 FLR-2 GLV-1');
});

it('finds documents of the house, and takes any other as it is typed', async () => {
  answers('GET', '/api/ask', () => [
    { kind: 'ORDER', id: 1, title: 'PO-10007', detail: 'Skerry Works', exact: false, itemId: null },
    { kind: 'PERSON', id: 3, title: 'Isolde Marr', detail: '', exact: false, itemId: null },
  ]);
  function Source() {
    const [source, setSource] = useState('');
    return <DocumentField label="Source" value={source} onChange={setSource} />;
  }
  show(<Source />);
  const source = screen.getByLabelText<HTMLInputElement>('Source');
  await userEvent.type(source, 'skerry');
  await userEvent.click(await screen.findByRole('option', { name: /PO-10007/ }));
  expect(source.value).toBe('PO-10007');
  expect(screen.queryByRole('option', { name: /Isolde/ })).toBeNull();
  fill(source, 'FAR-9');
  expect(source.value).toBe('FAR-9');
});
