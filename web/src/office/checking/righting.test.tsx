// @vitest-environment jsdom
import { answers, asked, empty, press, Refusal, show } from '../../testing/house';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, it } from 'vitest';
import '../../app/words';
import { AdjustmentForm } from './AdjustmentForm';
import { isOffered } from './kinds';
import { ApprovalActions } from './ApprovalActions';
import { LoanCard } from './LoanCard';

const base = {
  version: 0,
  account: '',
  noteNeeded: false,
  sites: [],
  roles: [],
  onFloor: true,
  comesBack: false,
  approvalValue: 500,
  oppositeId: null,
  active: true,
  fields: [],
};
const kinds = [
  {
    ...base,
    id: 1,
    code: 'LOSS',
    name: 'Lost',
    purpose: 'ADJUSTMENT',
    direction: 'OUT',
    contra: 'LOST',
  },
  {
    ...base,
    id: 2,
    code: 'RECOUNT',
    name: 'Counted again',
    purpose: 'ADJUSTMENT',
    direction: 'EITHER',
    contra: 'COUNT_DIFFERENCE',
  },
  {
    ...base,
    id: 3,
    code: 'EXPIRED',
    name: 'Expired',
    purpose: 'SCRAP',
    direction: 'OUT',
    contra: 'SCRAPPED',
  },
  {
    ...base,
    id: 4,
    code: 'BROKEN',
    name: 'Broken',
    purpose: 'SCRAP',
    direction: 'OUT',
    contra: 'SCRAPPED',
  },
  {
    ...base,
    id: 5,
    code: 'JOB',
    name: 'Taken for a job',
    purpose: 'MOVEMENT',
    direction: 'OUT',
    contra: 'USED_UP',
    fields: [
      { id: 71, name: 'Job', type: 'TEXT', required: true, choices: [] },
      { id: 72, name: 'Boat', type: 'CHOICE', required: false, choices: ['Tern', 'Gannet'] },
    ],
  },
  {
    ...base,
    id: 6,
    code: 'LENT',
    name: 'Lent out',
    purpose: 'LOAN',
    direction: 'OUT',
    contra: 'ON_LOAN',
    comesBack: true,
  },
];

const written = { id: 9, number: 'AD-00009', state: 'POSTED', lines: 1, net: -3, posting: 12 };

beforeEach(() => {
  empty();
  answers('GET', '/api/movement-kinds', () => kinds);
  answers('GET', '/api/sites', () => [{ id: 1, name: 'Kittiwake Quay', code: 'KQ', areas: [] }]);
  answers('POST', '/api/adjustments', () => written);
});
afterEach(cleanup);

/** Typed all at once: what is tested is not the typing. */
async function fill(field: HTMLElement, text: string) {
  await userEvent.click(field);
  await userEvent.paste(text);
}

function posted() {
  return asked.find((one) => one.path === '/api/adjustments' && one.method === 'POST')?.body;
}

it('asks only for figures where the positions are known, and sends those that were filled', async () => {
  answers('GET', '/api/on-hand', () => ({
    total: 2,
    offset: 0,
    rows: [row('QA-01-A', '12', null), row('QA-01-B', '5', 'K1')],
  }));
  let saved: unknown;
  show(<AdjustmentForm item={7} purpose="ADJUSTMENT" onDone={(one) => (saved = one)} />);
  const figure = await screen.findByLabelText('Shackle KQ.QA-01-B');
  await userEvent.selectOptions(screen.getByLabelText('Reason'), '1');
  await fill(figure, '2');
  await press('Take out 1 line');
  await waitFor(() => expect(saved).toEqual(written));
  expect(posted()).toMatchObject({
    kind: 1,
    way: 'OUT',
    lines: [{ item: 'SHK', place: 'KQ.QA-01-B', lot: 'K1', quantity: '2' }],
  });
});

function row(place: string, onHand: string, lot: string | null) {
  return {
    key: place,
    item: 'SHK',
    itemId: 7,
    name: 'Shackle',
    site: 'Kittiwake Quay',
    place,
    placeId: 3,
    lot,
    serial: null,
    condition: 'GOOD',
    onHand,
    symbol: 'pc',
  };
}

it('offers the ways that a reason allows, and asks for the fields of a kind', async () => {
  show(<AdjustmentForm purpose="ADJUSTMENT" onDone={() => undefined} />);
  const why = await screen.findByLabelText('Reason');
  const ways = () =>
    within(screen.getByLabelText('Direction'))
      .getAllByRole('option')
      .map((one) => one.textContent);
  expect(ways()).toEqual(['Out']);
  await userEvent.selectOptions(why, '2');
  expect(ways()).toEqual(['Set quantity', 'Out', 'In']);
  await userEvent.selectOptions(why, '5');
  await fill(screen.getByLabelText('Job'), 'J-1042');
  await userEvent.selectOptions(screen.getByLabelText('Boat (if known)'), 'Tern');
  await fill(screen.getByLabelText('Item'), 'SHK');
  await fill(screen.getByLabelText('Bin'), 'KQ.QA-01-A');
  await fill(screen.getByLabelText('Goes out'), '1,5');
  await press('Take out 1 line');
  await waitFor(() =>
    expect(posted()).toMatchObject({
      kind: 5,
      fields: { 71: 'J-1042', 72: 'Tern' },
      lines: [{ item: 'SHK', quantity: '1.5' }],
    }),
  );
});

it('waits with its button until there is a line', async () => {
  show(<AdjustmentForm purpose="SCRAP" onDone={() => undefined} />);
  const go = await screen.findByRole('button', { name: 'Out' });
  expect(go).toHaveProperty('disabled', true);
  expect(screen.getByText('Enter an item, a bin and a quantity first.')).toBeTruthy();
  await fill(screen.getByLabelText('Item'), 'SHK');
  expect(screen.getByRole('button', { name: 'Take out 1 line' })).toHaveProperty('disabled', false);
});

it('lets scrap have several reasons, and has it bought again', async () => {
  show(<AdjustmentForm purpose="SCRAP" onDone={() => undefined} />);
  await userEvent.click(await screen.findByLabelText('Broken'));
  await userEvent.click(screen.getByLabelText(/Order replacement/));
  await fill(screen.getByLabelText('Item'), 'SHK');
  await fill(screen.getByLabelText('Bin'), 'KQ.QA-01-A');
  await fill(screen.getByLabelText('Goes out'), '4');
  await press('Take out 1 line');
  await waitFor(() => expect(posted()).toMatchObject({ kind: 3, reasons: [4], replacing: true }));
});

it('shows what is missing beside the field that it is about', async () => {
  answers(
    'POST',
    '/api/adjustments',
    () => new Refusal(400, 'Say to whom it is lent.', 'invalid', { field: 'party' }),
  );
  show(<AdjustmentForm purpose="LOAN" onDone={() => undefined} />);
  await fill(await screen.findByLabelText('Item'), 'SHK');
  await fill(screen.getByLabelText('Goes out'), '1');
  await press('Take out 1 line');
  await waitFor(() => expect(screen.getAllByText('Say to whom it is lent.')).toHaveLength(2));
  expect(screen.getByLabelText('Borrower').getAttribute('aria-invalid')).toBe('true');
});

const proposal = {
  id: 4,
  subject: 'ADJUSTMENT',
  subjectId: 9,
  number: 'AD-00009',
  siteId: 1,
  site: 'Kittiwake Quay',
  value: 600,
  most: 500,
  state: 'PROPOSED',
  askedBack: false,
  proposed: '2026-03-02T09:00:00Z',
  proposedBy: 'Oddny',
  own: false,
  decided: null,
  decidedBy: null,
};

it('agrees without a note, but refuses and asks back only with one', async () => {
  const can = ['APPROVE', 'REFUSE', 'REQUEST_INFORMATION'];
  answers('GET', '/api/approvals/4', () => ({ approval: proposal, words: [], can }));
  answers('POST', '/api/approvals/4/words', () => ({ approval: proposal, words: [], can }));
  show(<ApprovalActions approval={4} />);
  const refuse = await screen.findByRole('button', { name: 'Refuse' });
  expect(screen.getByRole('button', { name: 'Approve and post' })).toHaveProperty(
    'disabled',
    false,
  );
  expect(refuse).toHaveProperty('disabled', true);
  await fill(screen.getByLabelText('Note, reason or question'), 'Since when?');
  expect(refuse).toHaveProperty('disabled', false);
  await press('Request information');
  await waitFor(() =>
    expect(asked.find((one) => one.path === '/api/approvals/4/words')?.body).toEqual({
      note: 'Since when?',
    }),
  );
});

it('says that what is large is being posted, and asks nothing more', async () => {
  const can = ['APPROVE', 'REFUSE'];
  answers('GET', '/api/approvals/4', () => ({ approval: proposal, words: [], can }));
  answers('POST', '/api/approvals/4/approval', () => ({ approval: proposal, words: [], can }));
  show(<ApprovalActions approval={4} />);
  await press('Approve and post');
  expect(await screen.findByText(/it is being posted/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Refuse' })).toBeNull();
});

it('lets the one who proposed it answer or withdraw, not agree', async () => {
  answers('GET', '/api/approvals/4', () => ({
    approval: { ...proposal, own: true, askedBack: true },
    can: ['ANSWER', 'WITHDRAW'],
    words: [
      {
        at: proposal.proposed,
        person: 'Maren',
        what: 'INFORMATION_REQUESTED',
        note: 'Since when?',
      },
    ],
  }));
  show(<ApprovalActions approval={4} />, { permissions: ['MOVE'] });
  expect(await screen.findByText('Since when?')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Approve and post' })).toBeNull();
  expect(screen.getByRole('button', { name: 'Withdraw' })).toBeTruthy();
});

it('takes part of a loan back into a bin', async () => {
  const loan = {
    loan: {
      id: 3,
      number: 'LN-00003',
      siteId: 1,
      site: 'Kittiwake Quay',
      purpose: 'LOAN' as const,
      kind: 'Lent out',
      party: 'Harbour school',
      due: '2026-01-10',
      overdue: true,
      lent: '2026-01-02T09:00:00Z',
      lentBy: 'Tavi',
      closed: null,
      about: 'Radio',
      lines: 1,
      open: 1,
    },
    adjustment: 9,
    backKind: {
      ...base,
      id: 11,
      code: 'CAMEBACK',
      name: 'Came back',
      purpose: 'LOAN' as const,
      direction: 'IN' as const,
      contra: 'ON_LOAN' as const,
      fields: [{ id: 90, name: 'Wear', type: 'TEXT' as const, required: true, choices: [] }],
    },
    goods: [
      {
        id: 31,
        itemId: 7,
        item: 'RAD',
        name: 'Radio',
        symbol: 'pc',
        decimals: 0,
        lot: null,
        serial: null,
        condition: 'GOOD' as const,
        lent: '6',
        back: '0',
        open: '6',
      },
    ],
    returns: [],
  };
  answers('POST', '/api/loans/3/returns', () => loan);
  show(<LoanCard loan={loan} />);
  expect(screen.getByText(/overdue/)).toBeTruthy();
  const amount = screen.getByLabelText('Quantity');
  await userEvent.clear(amount);
  await fill(amount, '4');
  await fill(screen.getByLabelText('Into bin'), 'KQ.QA-01-A');
  expect(screen.getByText('Comes back as: Came back')).toBeTruthy();
  await fill(screen.getByLabelText('Wear'), 'scratched');
  await press('Receive back');
  await waitFor(() =>
    expect(asked.find((one) => one.path === '/api/loans/3/returns')?.body).toEqual({
      note: '',
      fields: { 90: 'scratched' },
      lines: [{ goods: 31, quantity: '4', place: 'KQ.QA-01-A', condition: 'GOOD' }],
    }),
  );
});

it('offers only the reasons that are for one’s role and sites', () => {
  const all = { roles: [], sites: [] };
  const sites = [{ id: 7 }];
  expect(isOffered(all, 'CLERK', sites)).toBe(true);
  expect(isOffered({ ...all, roles: ['CONTROLLER'] }, 'CLERK', sites)).toBe(false);
  expect(isOffered({ ...all, sites: [8] }, 'CLERK', sites)).toBe(false);
  expect(isOffered({ roles: ['CLERK'], sites: [7, 8] }, 'CLERK', sites)).toBe(true);
});

it('posts nothing while the number of a unit load still stands there', async () => {
  answers('GET', '/api/on-hand', () => ({ total: 0, offset: 0, rows: [] }));
  show(<AdjustmentForm purpose="SCRAP" onDone={() => undefined} />);
  await fill(await screen.findByLabelText('Item'), 'RPE');
  await fill(screen.getByLabelText('Bin'), 'KQ.QA-01-A');
  await fill(screen.getByLabelText('Goes out'), '2');
  await fill(screen.getByLabelText(/Whole unit load/), 'X-2');
  await press('Take out 1 line');
  expect(await screen.findByText(/Nothing stands on unit load X-2/)).toBeTruthy();
  expect(asked.filter((one) => one.path === '/api/adjustments')).toHaveLength(0);
  await userEvent.clear(screen.getByLabelText(/Whole unit load/));
  await press('Take out 1 line');
  await waitFor(() =>
    expect(asked.filter((one) => one.path === '/api/adjustments')).toHaveLength(1),
  );
});

const scrap = (n: number) => ({
  key: `7-${n}-0-0-0-2`,
  itemId: 7,
  item: 'RPE',
  name: `Rope ${n}`,
  symbol: 'm',
  place: 'SK-01',
  site: 'Kittiwake Quay',
  condition: 'REJECTED',
  onHand: '12',
});

it('collects all that lies in an area for scrap, page after page, up to what one takes', async () => {
  answers('GET', '/api/on-hand', (one) => {
    const offset = Number(one.query.get('offset'));
    const limit = Number(one.query.get('limit'));
    // The house gives no more rows at once.
    return limit > 200
      ? new Refusal(400, 'limit must be 200 or less')
      : {
          total: 203,
          offset,
          rows: Array.from({ length: Math.min(limit, 203 - offset) }, (_, i) => scrap(offset + i)),
        };
  });
  show(<AdjustmentForm area={44} purpose="SCRAP" onDone={() => undefined} />);
  await press('Take out 203 lines');
  await waitFor(() => expect(asked.some((one) => one.path === '/api/adjustments')).toBe(true));
  const { lines } = asked.find((one) => one.path === '/api/adjustments')?.body as {
    lines: unknown[];
  };
  expect(lines).toHaveLength(203);
  expect(lines[202]).toMatchObject({ item: 'RPE', place: 'KQ.SK-01', condition: 'REJECTED' });
  const pages = asked.filter((one) => one.path === '/api/on-hand');
  expect(pages.every((one) => one.query.get('area') === '44')).toBe(true);
});

it('takes a whole unit load out, position by position', async () => {
  answers('GET', '/api/on-hand', (one) => ({
    total: one.query.get('load') === '340000000000000014' ? 1 : 0,
    offset: 0,
    rows:
      one.query.get('load') === '340000000000000014'
        ? [
            {
              key: '7-3-0-0-9-0',
              itemId: 7,
              item: 'RPE',
              name: 'Rope',
              symbol: 'm',
              place: 'QA-01-A',
              site: 'Kittiwake Quay',
              load: '340000000000000014',
              condition: 'GOOD',
              onHand: '12',
            },
          ]
        : [],
  }));
  show(<AdjustmentForm purpose="SCRAP" onDone={() => undefined} />);
  const load = await screen.findByLabelText(/Whole unit load/);
  await fill(load, 'X-1');
  await userEvent.keyboard('{Enter}');
  expect(await screen.findByText(/Nothing stands on unit load X-1/)).toBeTruthy();
  await userEvent.clear(load);
  await fill(load, '00340000000000000014');
  await userEvent.keyboard('{Enter}');
  expect(await screen.findByText(/340000000000000014/)).toBeTruthy();
  await press('Take out 1 line');
  await waitFor(() =>
    expect(asked.find((one) => one.path === '/api/adjustments')?.body).toMatchObject({
      lines: [{ item: 'RPE', place: 'KQ.QA-01-A', load: '340000000000000014', quantity: '12' }],
    }),
  );
});
