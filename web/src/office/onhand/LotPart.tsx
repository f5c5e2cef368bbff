import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Code } from '../../kit/Code';
import { date, instant } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { Form, FormOf } from '../../kit/Form';
import { useForm } from '../../kit/useForm';
import { traceAddress } from '../../kit/traceWords';

type Lot = Schemas['LotView'];
type Change = Schemas['LotChange'];

const DAYS = ['expiry', 'bestBefore', 'produced'] as const;

/** A lot: its days, how they may be corrected, and how they were. */
export function LotPart({ lot }: { lot: number }) {
  const may = useMay('POST');
  const [editing, setEditing] = useState(false);
  const view = useQuery(question('/api/lots/{id}', { id: lot }));
  const one = view.data;
  return (
    <Part title={one ? `${t('lot')} ${one.code}` : t('lot')}>
      <ProblemNote problem={view.error} />
      {one && !editing && (
        <>
          {DAYS.map((day) => (
            <Day key={day} name={t(`lots.${day}`)} value={one[day]} />
          ))}
          {one.supplierLot && (
            <Box>
              {t('lots.theirs')} <Code>{one.supplierLot}</Code>
            </Box>
          )}
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1 }}>
            <Button component={Link} to={traceAddress({ lotId: lot })} variant="outlined">
              {t('trace.go')}
            </Button>
            {may && (
              <Button variant="outlined" onClick={() => setEditing(true)}>
                {t('lots.correct')}
              </Button>
            )}
          </Box>
        </>
      )}
      {one && editing && (
        <>
          <FormOf of={one}>
            {(shown) => shown && <DaysForm lot={shown} onDone={() => setEditing(false)} />}
          </FormOf>
          <Button onClick={() => setEditing(false)}>{t('lots.leave')}</Button>
        </>
      )}
      {one?.changes.map((change) => (
        <Corrected key={change.at} change={change} />
      ))}
    </Part>
  );
}

function Day({ name, value }: { name: string; value: string | null }) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '110px 1fr', gap: 1 }}>
      <Box sx={{ color: 'text.secondary' }}>{name}</Box>
      {value ? <b>{date(value)}</b> : <span>{t('lots.unknown')}</span>}
    </Box>
  );
}

function DaysForm({ lot, onDone }: { lot: Lot; onDone: () => void }) {
  const save = useSave(
    ['lots', 'on-hand', 'ledger'],
    put('/api/lots/{id}/dates', { id: lot.id }),
    onDone,
  );
  const form = useForm(
    {
      expiry: lot.expiry ?? '',
      bestBefore: lot.bestBefore ?? '',
      produced: lot.produced ?? '',
      reason: '',
    },
    save.error,
  );
  return (
    <Form
      save={save}
      may="POST"
      word={t('lots.save')}
      onSubmit={() =>
        save.mutate({
          version: lot.version,
          expiry: form.entry.expiry || null,
          bestBefore: form.entry.bestBefore || null,
          produced: form.entry.produced || null,
          reason: form.entry.reason,
        })
      }
    >
      {DAYS.map((day) => (
        <TextField
          key={day}
          label={t(`lots.${day}`)}
          type="date"
          slotProps={{ inputLabel: { shrink: true } }}
          {...form.text(day)}
        />
      ))}
      <TextField label={t('lots.reason')} required {...form.text('reason')} />
    </Form>
  );
}

function Corrected({ change }: { change: Change }) {
  const before = {
    expiry: change.expiryBefore,
    bestBefore: change.bestBeforeBefore,
    produced: change.producedBefore,
  };
  const none = t('lots.unknown');
  const days = DAYS.filter((day) => before[day] !== change[day]).map((day) =>
    t('lots.changed', {
      day: t(`lots.${day}`),
      from: before[day] ? date(before[day]) : none,
      to: change[day] ? date(change[day]) : none,
    }),
  );
  return (
    <Box sx={{ py: 0.5, borderBottom: 1, borderColor: 'divider', fontSize: 13 }}>
      <Box>{days.join(' · ')}</Box>
      <Box>{change.reason}</Box>
      <Box sx={{ color: 'text.secondary' }}>
        {change.by}, {instant(change.at)}
      </Box>
    </Box>
  );
}
