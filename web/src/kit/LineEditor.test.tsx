// @vitest-environment jsdom
import TextField from '@mui/material/TextField';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, expect, it } from 'vitest';
import '../app/words';
import { Problem } from '../api/client';
import { LineEditor, written } from './LineEditor';

afterEach(cleanup);

const EMPTY = { item: '', packs: '', oneLot: false };

function Lines() {
  const [lines, setLines] = useState([EMPTY]);
  return (
    <>
      <LineEditor
        title="Lines"
        lines={lines}
        onChange={setLines}
        empty={EMPTY}
        tracks="1fr 1fr"
        add="Add line"
        under={(line) => line.item === 'RGT-1' && <p>12 available</p>}
      >
        {(line) => (
          <>
            <TextField label="Item" {...line.text('item')} />
            <TextField label="Quantity" {...line.text('packs')} />
          </>
        )}
      </LineEditor>
      <output>{JSON.stringify(written(lines, EMPTY))}</output>
    </>
  );
}

const sent = () => JSON.parse(screen.getByRole('status').textContent) as unknown;

it('writes lines, tells under each what is known, and takes one out again', async () => {
  render(<Lines />);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Remove line 1' }).disabled).toBe(
    true,
  );
  await userEvent.type(screen.getByLabelText('Item'), 'RGT-1');
  expect(screen.getByText('12 available')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: 'Add line' }));
  await userEvent.type(screen.getAllByLabelText('Item')[1], 'RGT-2');
  await userEvent.click(screen.getByRole('button', { name: 'Remove line 1' }));
  expect(sent()).toEqual([{ ...EMPTY, item: 'RGT-2' }]);
});

it('leaves out lines in which nothing was written, and no other', async () => {
  render(<Lines />);
  expect(sent()).toEqual([]);
  await userEvent.type(screen.getByLabelText('Quantity'), '4');
  expect(sent()).toEqual([{ ...EMPTY, packs: '4' }]);
  expect(
    written(
      [
        { ...EMPTY, oneLot: true },
        { ...EMPTY, item: ' ' },
      ],
      EMPTY,
    ),
  ).toEqual([{ ...EMPTY, oneLot: true }]);
});

it('stands what the server said of a line at its field', () => {
  const said = (problem: Problem) => (
    <LineEditor
      title="Lines"
      name="lines"
      lines={[
        { ...EMPTY, item: 'RGT-1' },
        { ...EMPTY, item: 'rgt-2' },
      ]}
      onChange={() => {}}
      problem={problem}
      empty={EMPTY}
      tracks="1fr 1fr"
      add="Add line"
    >
      {(line, i) => (
        <>
          <TextField label={`Item ${i + 1}`} {...line.text('item')} />
          <TextField label={`Quantity ${i + 1}`} {...line.text('packs')} />
        </>
      )}
    </LineEditor>
  );
  const wrong = () =>
    screen
      .getAllByRole('textbox')
      .filter((field) => field.getAttribute('aria-invalid') === 'true')
      .map((field) => (field as HTMLInputElement).labels?.[0].textContent);
  const { rerender } = render(
    said(new Problem(404, 'not-found', 'No such item.', { what: 'item', key: 'RGT-2' })),
  );
  expect(wrong()).toEqual(['Item 2']);
  screen.getByText('No such item.');
  rerender(said(new Problem(400, 'invalid', 'No such pack.', { field: 'lines', item: 'RGT-1' })));
  expect(wrong()).toEqual(['Item 1']);
  rerender(said(new Problem(400, 'invalid', 'Not blank.', { field: 'lines[1].packs' })));
  expect(wrong()).toEqual(['Quantity 2']);
});
