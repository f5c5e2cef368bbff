import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue } from 'react';
import { t } from '../../app/words';
import { post, put, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { DateField } from '../../kit/DateField';
import { PieceChoice } from '../../kit/PieceChoice';
import { LotField } from '../../kit/LotField';
import { Choice, optionsById } from '../../kit/Choice';
import { quantity } from '../../kit/format';
import { useSave } from '../../kit/useSave';
import { Form, Tick } from '../../kit/Form';
import { startOf, useForm } from '../../kit/useForm';
import { soFar } from '../../kit/numbers';
import { isMore } from '../../kit/sums';
import { DocumentNumber } from '../../kit/DocumentNumber';
import { GoodsLines, goodsLines, sentLines, type GoodsLine } from './goodsLines';

/** A transfer as it is written down, with what the sender has and the receiver has already. */
export function TransferForm({
  transfer,
  onDone,
}: {
  transfer?: Schemas['TransferCard'];
  onDone: (saved: Schemas['TransferCard']) => void;
}) {
  const sites = useSites().data ?? [];
  const destinations = useQuery(question('/api/transfers/sites'));
  const save = useSave(
    ['transfers', 'on-hand'],
    transfer ? put('/api/transfers/{id}', { id: transfer.id }) : post('/api/transfers'),
    onDone,
  );
  const form = useForm(
    {
      ...startOf({ number: '', wanted: '', dispatch: '', direct: false, note: '' }, transfer),
      from: String(transfer?.fromId ?? ''),
      to: String(transfer?.toId ?? ''),
      lines: goodsLines(transfer?.lines),
    },
    save.error,
  );
  const { lines } = form.entry;
  const from = form.entry.from || String(sites[0]?.id ?? '');
  const all = destinations.data ?? [];
  const to = form.entry.to || String(all.find((one) => String(one.id) !== from)?.id ?? '');
  const codes = useDeferredValue(
    [...new Set(lines.map((line) => line.item.trim().toUpperCase()).filter(Boolean))].join(','),
  );
  const advice = useQuery({
    ...question('/api/transfers/advice', {
      from: Number(from),
      to: Number(to),
      items: codes.split(','),
    }),
    enabled: codes !== '' && from !== '' && to !== '' && from !== to,
    placeholderData: (before) => before,
  });
  const known = (code: string) =>
    advice.data?.find((one) => one.item === code.trim().toUpperCase());
  return (
    <Form
      save={save}
      may="POST"
      onSubmit={() =>
        save.mutate({
          version: transfer?.version,
          number: form.entry.number.trim() || undefined,
          from: Number(from),
          to: Number(to),
          wanted: form.entry.wanted || undefined,
          dispatch: form.entry.dispatch || undefined,
          direct: form.entry.direct,
          note: form.entry.note,
          lines: sentLines(lines),
        })
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <Choice
          label={t('transfer.from')}
          value={from}
          onChange={(value) => form.set({ from: value })}
          options={optionsById(sites)}
        />
        <Choice
          label={t('transfer.to')}
          value={to}
          onChange={(value) => form.set({ to: value })}
          options={optionsById(all)}
        />
        <DateField label={t('transfer.dispatch')} {...form.text('dispatch')} />
        <DateField label={t('transfer.wanted')} {...form.text('wanted')} />
        <DocumentNumber disabled={!!transfer} {...form.text('number')} />
        <TextField label={t('transfer.note')} {...form.text('note')} />
        <Tick label={t('transfer.inOneStep')} {...form.tick('direct')} />
      </Box>
      <GoodsLines
        site={Number(from)}
        {...form.lines('lines')}
        tracks="1.3fr 0.8fr 0.9fr 1fr"
        under={(line) => (
          <>
            <LineAdvice advice={known(line.item)} asked={line.pack ? '' : line.packs} />
            <PieceChoice
              item={line.item}
              site={Number(from) || undefined}
              taken={lines.map((one) => one.lot.trim().toUpperCase())}
              onChoose={(serials) =>
                form.set({
                  lines: lines.flatMap((one) => (one === line ? pieces(one, serials) : one)),
                })
              }
            />
          </>
        )}
      >
        {(line) => (
          <LotField
            of="lot"
            label={t('transfer.lotHint')}
            item={line.entry.item}
            site={Number(from) || undefined}
            {...line.chosen('lot')}
          />
        )}
      </GoodsLines>
    </Form>
  );
}

/** A line of its own for each piece; what a line said of another piece stays. */
function pieces(line: GoodsLine, serials: readonly string[]): GoodsLine[] {
  const chosen = serials.map((serial) => ({ ...line, packs: '1', pack: '', lot: serial }));
  return line.lot.trim() === '' ? chosen : [line, ...chosen];
}

function LineAdvice({ advice, asked }: { advice?: Schemas['TransferAdvice']; asked: string }) {
  if (!advice) {
    return null;
  }
  const amount = (value: string) =>
    `${Number(value) === 0 ? '0' : quantity(value)} ${advice.symbol}`;
  const few = isMore(soFar(asked) ?? '0', advice.available);
  return (
    <Box sx={{ fontSize: 14, color: 'text.secondary', mt: 0.5 }}>
      <b>{advice.name}</b> ·{' '}
      <Box component="span" sx={few ? { color: 'error.main', fontWeight: 700 } : undefined}>
        {t(few ? 'transfer.tooFew' : 'transfer.availableThere', {
          amount: amount(advice.available),
        })}
      </Box>
      {advice.plenty ? (
        <Box sx={{ color: 'text.primary', borderLeft: '4px solid', pl: 1, mt: 0.25 }}>
          {advice.days === null
            ? t('transfer.plentyUnused', { held: amount(advice.held) })
            : t('transfer.plentyDays', {
                held: amount(advice.held),
                used: amount(advice.used),
                days: advice.days,
              })}
        </Box>
      ) : (
        <> · {t('transfer.enough', { held: amount(advice.held) })}</>
      )}
    </Box>
  );
}
