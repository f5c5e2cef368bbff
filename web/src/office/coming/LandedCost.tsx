import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { t } from '../../app/words';
import { Amount } from '../../kit/Amount';
import { Choice, optionsOf } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { everyOf } from '../../kit/everyOf';
import { Form } from '../../kit/Form';
import { instant, money } from '../../kit/format';
import { GridRow } from '../../kit/GridRow';
import { NumberField } from '../../kit/NumberField';
import { amount } from '../../kit/numbers';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { useForm } from '../../kit/useForm';
import { useSave } from '../../kit/useSave';

type Line = Schemas['ReceivedCost'];
type Row = Schemas['Charge'];

const OLD = ['charges', 'value', 'inbound', 'transfers'];
const BASES = everyOf<Schemas['ChargeEntry']['basis']>()(['VALUE', 'WEIGHT', 'QUANTITY']);
const TRACKS = '1fr 92px 92px 92px 116px';
const FIGURES = { '& > :nth-child(n+2)': { textAlign: 'right' } } as const;

/** What goods that a document has brought in cost, with the charges that are part of it. */
export function LandedCost({ document }: { document: string }) {
  const may = useMay('POST');
  const cost = useQuery(question('/api/charges', { document }));
  const [adding, setAdding] = useState(false);
  const lines = cost.data?.lines ?? [];
  return (
    <>
      <ProblemNote problem={cost.error} />
      {lines.length > 0 && (
        <Part title={t('landed.title')}>
          <GridRow head tracks={TRACKS} sx={FIGURES}>
            {[t('item.item'), t('landed.received'), t('landed.each'), t('landed.charges'), ''].map(
              (word, i) => (
                <span key={i}>{word}</span>
              ),
            )}
          </GridRow>
          {lines.map((line) => (
            <CostLine key={`${line.posting} ${line.line}`} document={document} line={line} />
          ))}
          {cost.data?.charges.map((one) => (
            <ChargeLine key={one.id} charge={one} />
          ))}
          {may && (
            <Button
              size="small"
              variant="outlined"
              aria-expanded={adding}
              sx={{ mt: 1 }}
              onClick={() => setAdding(!adding)}
            >
              {t('landed.add')}
            </Button>
          )}
          {adding && <AddCharge document={document} onDone={() => setAdding(false)} />}
        </Part>
      )}
    </>
  );
}

function CostLine({ document, line }: { document: string; line: Line }) {
  const may = useMay('POST');
  const [changing, setChanging] = useState(false);
  return (
    <>
      <GridRow tracks={TRACKS} sx={FIGURES}>
        <Box sx={{ minWidth: 0 }}>
          {line.name}
          <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
            <Code>{line.item}</Code>
            {line.lot && ` · ${t('move.lot')} ${line.lot}`}
            {line.serial && ` · ${line.serial}`}
          </Box>
        </Box>
        <Amount value={line.quantity} unit={line.symbol} />
        <span>{money(line.cost)}</span>
        <span>{line.charges !== 0 && money(line.charges)}</span>
        <span>
          {may && (
            <Button size="small" aria-expanded={changing} onClick={() => setChanging(!changing)}>
              {t('landed.change')}
            </Button>
          )}
        </span>
      </GridRow>
      {changing && <ChangeCost document={document} line={line} onDone={() => setChanging(false)} />}
    </>
  );
}

function ChargeLine({ charge }: { charge: Row }) {
  const may = useMay('POST');
  const back = useSave(OLD, post('/api/charges/{charge}/reversal', { charge: charge.id }));
  const gone = charge.amount - charge.held;
  return (
    <GridRow tracks="1fr 92px 116px" sx={FIGURES}>
      <Box sx={{ minWidth: 0 }}>
        <Box component="span" sx={charge.takenBack ? { textDecoration: 'line-through' } : {}}>
          {charge.name}
        </Box>
        <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
          {[
            charge.basis ? t(`landed.basis.${charge.basis}`) : t('landed.costChanged'),
            `${charge.person}, ${instant(charge.at)}`,
            charge.takenBack && t('landed.takenBack', { at: instant(charge.takenBack) }),
            gone !== 0 && t('landed.gone', { amount: money(gone) }),
          ]
            .filter(Boolean)
            .join(' · ')}
        </Box>
        <ProblemNote problem={back.error} />
      </Box>
      <span>{money(charge.amount)}</span>
      <span>
        {may && !charge.takenBack && (
          <Button size="small" loading={back.isPending} onClick={() => back.mutate()}>
            {t('landed.takeBack')}
          </Button>
        )}
      </span>
    </GridRow>
  );
}

function AddCharge({ document, onDone }: { document: string; onDone: () => void }) {
  const save = useSave(OLD, post('/api/charges'), onDone);
  const form = useForm(
    { name: '', amount: '', basis: 'VALUE' as Schemas['ChargeEntry']['basis'] },
    save.error,
  );
  return (
    <Form
      save={save}
      may="POST"
      word={t('landed.addNow')}
      onSubmit={() =>
        save.mutate({
          document,
          name: form.entry.name.trim(),
          amount: amount(form.entry.amount),
          basis: form.entry.basis,
        })
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '1.4fr 0.8fr 1fr', gap: 1 }}>
        <TextField
          label={t('landed.name')}
          required
          placeholder={t('landed.nameExample')}
          {...form.text('name')}
        />
        <NumberField label={t('landed.amount')} required {...form.text('amount')} />
        <Choice
          label={t('landed.spread')}
          {...form.choice('basis')}
          options={optionsOf(BASES, (one) => t(`landed.basis.${one}`))}
        />
      </Box>
    </Form>
  );
}

function ChangeCost({
  document,
  line,
  onDone,
}: {
  document: string;
  line: Line;
  onDone: () => void;
}) {
  const save = useSave(OLD, post('/api/charges/cost'), onDone);
  const form = useForm({ cost: String(line.cost), reason: '' }, save.error);
  return (
    <Form
      save={save}
      may="POST"
      word={t('landed.changeNow')}
      onSubmit={() =>
        save.mutate({
          document,
          posting: line.posting,
          line: line.line,
          cost: amount(form.entry.cost),
          reason: form.entry.reason.trim(),
        })
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '0.8fr 1.6fr', gap: 1 }}>
        <NumberField
          label={t('landed.costOf', { unit: line.symbol })}
          required
          {...form.text('cost')}
        />
        <TextField label={t('landed.reason')} required {...form.text('reason')} />
      </Box>
    </Form>
  );
}
