// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, it, vi } from 'vitest';
import type { Schemas } from '../api/client';
import '../app/words';
import { Blank } from './Blank';
import { Choices } from './Choices';
import { Candidates } from './Offers';

afterEach(cleanup);

it('names itself while it is empty', () => {
  render(
    <Blank state="EMPTY" label="From">
      {null}
    </Blank>,
  );
  expect(screen.getByText('from').getAttribute('data-state')).toBe('EMPTY');
});

it('says why something is suggested', () => {
  render(
    <Blank state="SUGGESTED" label="To" why="its home bin">
      QA-07-A
    </Blank>,
  );
  expect(screen.getByText(/QA-07-A/).textContent).toBe('QA-07-A(its home bin)');
});

it('stands plainly once it is said', () => {
  render(
    <Blank state="SAID" label="To" why="its home bin">
      QA-07-A
    </Blank>,
  );
  expect(screen.getByText('QA-07-A').textContent).toBe('QA-07-A');
});

const candidate = {
  place: 7,
  address: 'QA-07-A',
  lotId: 3,
  lot: 'K2291',
  expiry: '2027-01-31',
  condition: 'GOOD',
  quantity: '6',
} as const;

function view(part: Partial<Schemas['FloorSentence']>): Schemas['FloorSentence'] {
  const blank = { state: 'EMPTY', why: null, id: null } as const;
  return {
    item: { ...blank, id: 5 },
    lot: null,
    needsSerials: false,
    from: blank,
    to: blank,
    candidates: [candidate, { ...candidate, lot: 'K2292', lotId: 4, quantity: '8' }],
    ...part,
  } as unknown as Schemas['FloorSentence'];
}

it('offers each bin once, with all that lies in it', async () => {
  const chosen = vi.fn();
  render(<Candidates view={view({})} onChoose={chosen} />);
  const offers = screen.getAllByRole('button');
  expect(offers).toHaveLength(1);
  expect(offers[0].textContent).toBe('QA-07-A14');
  await userEvent.click(offers[0]);
  expect(chosen).toHaveBeenCalledWith({ kind: 'BIN', place: 7, role: 'FROM' });
});

it('offers the lots of the bin once it is known', async () => {
  const chosen = vi.fn();
  const from = { state: 'SAID', why: null, id: 7, address: 'QA-07-A', area: '' } as const;
  const lot = { state: 'EMPTY', why: null, id: null, code: null, expiry: null } as const;
  render(<Candidates view={view({ from, lot })} onChoose={chosen} />);
  await userEvent.click(screen.getByText('K2292'));
  expect(chosen).toHaveBeenCalledWith({ kind: 'LOT', item: 5, lot: 4 });
});

it('lets serial numbers be looked at but not tapped', () => {
  const from = { state: 'SAID', why: null, id: 7, address: 'QA-07-A', area: '' } as const;
  render(<Candidates view={view({ from, needsSerials: true })} onChoose={vi.fn()} />);
  expect(screen.queryAllByRole('button')).toHaveLength(0);
  expect(screen.getByText('K2291')).toBeTruthy();
});

it('sends a choice back as it came', async () => {
  const chosen = vi.fn();
  const saying = { kind: 'FIGURE', quantity: '12' } as Schemas['FloorSaying'];
  render(
    <Choices choices={[{ kind: 'FIGURE', title: '12', detail: '', saying }]} onChoose={chosen} />,
  );
  await userEvent.click(screen.getByRole('button'));
  expect(chosen).toHaveBeenCalledExactlyOnceWith(expect.objectContaining({ saying }));
});
