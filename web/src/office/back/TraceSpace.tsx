import Box from '@mui/material/Box';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Code } from '../../kit/Code';
import { FoundField, useLooking } from '../../kit/FoundField';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { useAddress } from '../../kit/useAddress';
import { GoodsOfParty } from './GoodsOfParty';
import { TraceView } from './TraceView';

type Start = Schemas['TraceStart'];

/** By what name each start stands in the address. */
const NAME_OF: Record<Start['kind'], 'lot' | 'serial' | 'load' | 'customer' | 'supplier'> = {
  LOT: 'lot',
  SERIAL: 'serial',
  UNIT_LOAD: 'load',
  CUSTOMER: 'customer',
  SUPPLIER: 'supplier',
};

/** Where goods came from and where they went, from any lot, piece, unit load, customer or supplier. */
export function TraceSpace() {
  const { value } = useAddress();
  const number = (name: string) => Number(value(name));
  return (
    <Room title={t('lookingBack.trace')} tools={<StartField />}>
      {number('lot') > 0 && <OfLot id={number('lot')} />}
      {number('serial') > 0 && <OfSerial id={number('serial')} />}
      {number('load') > 0 && <OfUnitLoad id={number('load')} />}
      {number('customer') > 0 && <GoodsOfParty kind="CUSTOMER" id={number('customer')} />}
      {number('supplier') > 0 && <GoodsOfParty kind="SUPPLIER" id={number('supplier')} />}
      {!Object.values(NAME_OF).some((name) => number(name) > 0) && (
        <Box sx={{ maxWidth: 640, color: 'text.secondary' }}>{t('trace.begin')}</Box>
      )}
    </Room>
  );
}

function OfLot({ id }: { id: number }) {
  return <Answer answer={useQuery(question('/api/trace/lots/{id}', { id }))} />;
}

function OfSerial({ id }: { id: number }) {
  return <Answer answer={useQuery(question('/api/trace/serials/{id}', { id }))} />;
}

function OfUnitLoad({ id }: { id: number }) {
  return <Answer answer={useQuery(question('/api/trace/unit-loads/{id}', { id }))} />;
}

function Answer({
  answer,
}: {
  answer: { data?: Schemas['Trace']; error: Error | null; isPending: boolean };
}) {
  return (
    <>
      <ProblemNote problem={answer.error} />
      {answer.isPending && <Box sx={{ color: 'text.secondary' }}>{t('loading')}</Box>}
      {answer.data && <TraceView trace={answer.data} />}
    </>
  );
}

/** Where a trace starts: a scan, a number or words; what it names alone is taken by Enter. */
function StartField() {
  const { change } = useAddress();
  const queries = useQueryClient();
  const [text, setText] = useState('');
  const { looking, setLooking, words, settled } = useLooking(text);
  const asked = useQuery({
    ...question('/api/trace/starts', { q: words }),
    enabled: looking && words !== '',
  });
  const starts = words === '' ? [] : (asked.data ?? []);
  const go = (start: Start) => {
    setText('');
    const names = Object.values(NAME_OF);
    change({
      ...Object.fromEntries(names.map((name) => [name, null])),
      [NAME_OF[start.kind]]: String(start.id),
    });
  };
  // A scanner is faster than the answer: what it has read is asked for before it is taken.
  const pick = async (picked: string) => {
    const chosen = starts.find((start) => keyOf(start) === picked);
    const read =
      chosen || picked.trim() === ''
        ? []
        : await queries.ensureQueryData(question('/api/trace/starts', { q: picked.trim() }));
    const meant = chosen ?? read.find((start) => start.exact);
    if (meant) {
      go(meant);
    }
  };
  const keyOf = (start: Start) => `${t(`trace.kind.${start.kind}`)} ${start.code} ${start.name}`;
  return (
    <Box sx={{ width: 380 }}>
      <FoundField
        label={t('trace.start')}
        value={text}
        onChange={setText}
        onPick={(picked) => void pick(picked)}
        found={starts.map((start) => ({
          value: keyOf(start),
          title: <Code>{start.code}</Code>,
          under: start.name,
          beside: t(`trace.kind.${start.kind}`),
        }))}
        hint={
          settled && asked.data && words !== '' && starts.length === 0
            ? t('trace.unknown', { text: words })
            : undefined
        }
        unknown={settled && words !== '' && asked.data?.length === 0}
        onLook={setLooking}
      />
    </Box>
  );
}
