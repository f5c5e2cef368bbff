import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import TextField from '@mui/material/TextField';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { Choice, optionsOf } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { Marks } from '../../kit/DocumentPanel';
import { Tick } from '../../kit/Form';
import { count, quantity } from '../../kit/format';
import { GridRow } from '../../kit/GridRow';
import { NumberField } from '../../kit/NumberField';
import { decimal } from '../../kit/numbers';
import { ProblemNote } from '../../kit/ProblemNote';
import { useSettled } from '../../kit/useSettled';

type Goods = Schemas['ReturnableGoods'];

export const SHOWN = ['REJECTED', 'DOCK', 'STOCK'] as const;

/** Goods that are chosen to go back: how much of them, and whether they are to come again. */
export interface Chosen {
  goods: Goods;
  quantity: string;
  again: boolean;
}

/** What is sent of goods that are chosen. */
export function chosenLines(chosen: readonly Chosen[]): Schemas['SupplierReturnLineEntry'][] {
  return chosen.map(({ goods, quantity: amount, again }) => ({
    item: goods.itemId,
    place: goods.placeId,
    lot: goods.lotId,
    serial: goods.serialId,
    load: goods.loadId,
    condition: goods.condition,
    quantity: decimal(amount),
    expectAgain: again,
  }));
}

const MOST = 50;
const TRACKS = '34px 1fr 110px';

/** Goods of a site that could go back, to be ticked; what was ticked stays while one looks on. */
export function ReturnGoods({
  site,
  supplier,
  start,
  chosen,
  onChange,
}: {
  site: number;
  /** The supplier that is meant; zero while nobody is. */
  supplier: number;
  start: { show: (typeof SHOWN)[number]; words: string };
  chosen: readonly Chosen[];
  onChange: (chosen: Chosen[]) => void;
}) {
  const [show, setShow] = useState(start.show);
  const [words, setWords] = useState(start.words);
  const settled = useSettled(words.trim(), 250);
  const found = useQuery({
    ...question('/api/returnable-goods', {
      site,
      supplier,
      show,
      q: settled || undefined,
      limit: MOST,
    }),
    enabled: site > 0,
    placeholderData: keepPreviousData,
  });
  const rows = found.data?.rows ?? [];
  const keys = new Set(rows.map((row) => row.key));
  const elsewhere = chosen.filter((one) => !keys.has(one.goods.key));
  const set = (key: string, part: Partial<Chosen>) =>
    onChange(chosen.map((one) => (one.goods.key === key ? { ...one, ...part } : one)));
  const tick = (goods: Goods, on: boolean) =>
    onChange(
      on
        ? [...chosen, { goods, quantity: goods.quantity, again: false }]
        : chosen.filter((one) => one.goods.key !== goods.key),
    );
  const row = (goods: Goods) => (
    <Row
      key={goods.key}
      goods={goods}
      of={chosen.find((one) => one.goods.key === goods.key)}
      onTick={(on) => tick(goods, on)}
      onSet={(part) => set(goods.key, part)}
    />
  );
  return (
    <Box role="group" aria-label={t('returns.goods')}>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1.4fr', gap: 1.5, mb: 1 }}>
        <Choice
          label={t('returns.show')}
          value={show}
          onChange={setShow}
          options={optionsOf(SHOWN, (one) => t(`returns.shown.${one}`))}
        />
        <TextField
          label={t('returns.search')}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      </Box>
      {elsewhere.map((one) => row(one.goods))}
      {rows.map(row)}
      {found.data && rows.length === 0 && (
        <Box sx={{ color: 'text.secondary', py: 1 }}>{t('returns.nothing')}</Box>
      )}
      {found.data && found.data.total > rows.length && (
        <Box sx={{ color: 'text.secondary', py: 1 }}>
          {t('returns.more', { shown: count(rows.length), all: count(found.data.total) })}
        </Box>
      )}
      <ProblemNote problem={found.error} />
    </Box>
  );
}

function Row({
  goods,
  of,
  onTick,
  onSet,
}: {
  goods: Goods;
  /** How it is chosen, if it is. */
  of: Chosen | undefined;
  onTick: (on: boolean) => void;
  onSet: (part: Partial<Chosen>) => void;
}) {
  const { origin } = goods;
  return (
    <GridRow tracks={TRACKS} sx={{ alignItems: 'start' }}>
      <Checkbox
        checked={of !== undefined}
        onChange={(event) => onTick(event.target.checked)}
        slotProps={{
          input: { 'aria-label': t('returns.choose', { item: goods.name, bin: goods.place }) },
        }}
        sx={{ p: 0.5 }}
      />
      <Box sx={{ minWidth: 0 }}>
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Code strong>{goods.place}</Code>
          <span>{goods.name}</span>
          <Box component="span" sx={{ color: 'text.secondary' }}>
            <Code>{goods.item}</Code>
            {goods.condition !== 'GOOD' && ` · ${t(`conditions.${goods.condition}`)}`}
            <Marks of={goods} />
          </Box>
        </Box>
        <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
          {origin
            ? t('returns.cameOn', { order: origin.order, supplier: origin.supplier })
            : t('returns.cameFromNobody')}
        </Box>
        {of && origin && (
          <Tick
            label={t('returns.again', { order: origin.order })}
            checked={of.again}
            onChange={(again) => onSet({ again })}
          />
        )}
      </Box>
      {of ? (
        <NumberField
          label={t('quantity')}
          value={of.quantity}
          onChange={(event) => onSet({ quantity: event.target.value })}
          helperText={t('returns.ofThere', { quantity: quantity(goods.quantity) })}
        />
      ) : (
        <Box sx={{ textAlign: 'right', pt: 0.5 }}>
          {quantity(goods.quantity)} {goods.symbol}
        </Box>
      )}
    </GridRow>
  );
}
