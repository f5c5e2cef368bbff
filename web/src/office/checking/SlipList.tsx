import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { get, post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Choice, optionsById, optionsOf } from '../../kit/Choice';
import { columnsOf } from '../../kit/columns';
import { ProblemNote } from '../../kit/ProblemNote';
import { Sheet } from '../../kit/Sheet';
import { useSave } from '../../kit/useSave';
import { whatCan } from '../../kit/whatCan';
import { COUNTS } from './counts';

type Card = Schemas['CountCard'];
type Slip = Schemas['CountSlip'];

const FILTERS = ['ALL', 'UNCOUNTED', 'DONE'] as const;
const RESTS = ['KEEP', 'ZERO', 'BACK'] as const;

/** The slips of a count: who counts what, and what becomes of those that nobody counted. */
export function SlipList({ count }: { count: Card }) {
  const { can } = whatCan(count.can);
  const [filter, setFilter] = useState<(typeof FILTERS)[number]>('ALL');
  const [opened, setOpened] = useState<Slip | null>(null);
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1.5, mb: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <Choice
          label={t('transfer.show')}
          value={filter}
          onChange={setFilter}
          options={optionsOf(FILTERS, (each) => t(`count.slipFilter.${each}`))}
        />
        {can('DECIDE') && count.done < count.slips && (
          <RestOf count={count} slip={opened?.state !== 'DONE' ? opened : null} />
        )}
        {can('ASSIGN') && opened && opened.state !== 'DONE' && (
          <HandTo count={count} slip={opened} />
        )}
      </Box>
      <Sheet
        name="slips"
        question={{ filter }}
        dependsOn={[count.id, count.version]}
        fetch={(query) => get('/api/counts/{id}/slips', { id: count.id, ...query })}
        columns={columns(count.shape === 'LOAD')}
        opened={opened ? String(opened.id) : undefined}
        onOpen={setOpened}
        empty={t('count.noSlips')}
      />
    </>
  );
}

/** Keep, zero or send back: the one slip that is chosen, or all that nobody counted. */
function RestOf({ count, slip }: { count: Card; slip: Slip | null }) {
  const save = useSave(COUNTS, (command, rest: (typeof RESTS)[number]) =>
    post('/api/counts/{id}/uncounted', { id: count.id })(command, {
      rest,
      slips: slip ? [slip.id] : undefined,
    }),
  );
  return (
    <>
      <span>
        {slip
          ? t('count.restOne', { where: slip.load ?? slip.place ?? slip.name ?? '' })
          : t('count.restAll', { count: count.slips - count.done })}
      </span>
      {RESTS.map((rest) => (
        <Button key={rest} variant="outlined" onClick={() => save.mutate(rest)}>
          {t(`count.rest.${rest}`)}
        </Button>
      ))}
      <ProblemNote problem={save.error} />
    </>
  );
}

function HandTo({ count, slip }: { count: Card; slip: Slip }) {
  const people = useQuery(question('/api/people/names'));
  const save = useSave(COUNTS, (command, person: string) =>
    post('/api/counts/{id}/hands', { id: count.id })(command, {
      slips: [slip.id],
      person: person ? Number(person) : undefined,
    }),
  );
  return (
    <>
      <Choice
        label={t('count.handTo', { slip: slip.slip })}
        value={slip.personId ? String(slip.personId) : ''}
        onChange={(person) => save.mutate(person)}
        options={optionsById(people.data, t('count.pool'))}
      />
      <ProblemNote problem={save.error} />
    </>
  );
}

function columns(loads: boolean) {
  const of = columnsOf<Slip>();
  const state = (row: Slip) =>
    row.round > 1 && row.state !== 'DONE'
      ? t('count.slipAgain', { round: row.round })
      : row.rest
        ? t(`count.restState.${row.rest}`)
        : row.state === 'DONE'
          ? t('count.doneBy', { name: row.endedBy ?? '' })
          : t(`count.slipState.${row.state}`);
  return [
    of.count('slip', t('count.slip'), 64),
    ...(loads ? [of.number('load', t('load'), 206)] : []),
    of.number('place', t('bin'), 120),
    of.text('area', t('area'), 110),
    ...(loads ? [] : [of.text('name', t('item.item'), 140, { grow: 1 })]),
    of.text('person', t('count.handedTo'), 120, { cell: (row) => row.person ?? t('count.pool') }),
    of.shown('state', t('transfer.stateTitle'), 184, state),
    of.count('positions', t('count.bookLines'), 90, { dash: true, total: true }),
    of.money('value', t('count.bookValue'), 110, { dash: true, total: true }),
    of.moment('ended', t('count.ended'), 150),
  ];
}
