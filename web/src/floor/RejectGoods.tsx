import Box from '@mui/material/Box';
import { useState } from 'react';
import { t } from '../app/words';
import { post } from '../api/ask';
import type { Schemas } from '../api/client';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { FilePick } from '../kit/FilePick';
import { quantity } from '../kit/format';
import { NumberField } from '../kit/NumberField';
import { readable, soFar } from '../kit/numbers';
import { minus } from '../kit/sums';
import { pictureOf, type Picture } from '../kit/pictureOf';
import { sound } from '../kit/tones';
import { useSave } from '../kit/useSave';
import { MainButton, Marks, Refusal, SmallButton, TypeIn } from './Parts';

/** Goods in a place that are looked at. */
export interface Looked {
  itemId: number;
  name: string;
  symbol: string;
  placeId: number;
  place: string;
  lotId: number;
  lot: string | null;
  expiry: string | null;
  serialId: number;
  serial: string | null;
  loadId: number;
  load: string | null;
  condition: Schemas['WaitingRow']['condition'];
  quantity: string;
}

const OLD = ['waiting', 'on-hand', 'inbound', 'put-away'];

/** What of some goods is good, and what is sent away: how much, why, and how it looks. */
export function RejectGoods({
  goods,
  all = '',
  onDone,
  onLeave,
}: {
  goods: Looked;
  /** What is thought to be rejected before anyone says so. */
  all?: string;
  onDone: (said: string) => void;
  onLeave: () => void;
}) {
  const [rejected, setRejected] = useState(all);
  const [reason, setReason] = useState('');
  const [picture, setPicture] = useState<Picture>();
  const amount = soFar(rejected) ?? (rejected.trim() === '' ? '0' : undefined);
  const some = amount !== undefined && Number(amount) > 0;
  const rest = amount === undefined ? undefined : readable(() => minus(goods.quantity, amount));
  const wrong = rest === undefined || Number(rest) < 0;
  const held = goods.condition === 'ON_HOLD';
  const good = held && !wrong && Number(rest) > 0;
  const said = [
    some && t('checked.rejected', { quantity: quantity(amount) }),
    good && t('checked.good', { quantity: quantity(rest) }),
  ]
    .filter(Boolean)
    .join(', ');
  const save = useSave(OLD, post('/api/checks'), () => {
    sound('done');
    onDone(said);
  });
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate({
          item: goods.itemId,
          place: goods.placeId,
          lot: goods.lotId,
          serial: goods.serialId,
          load: goods.loadId,
          condition: goods.condition,
          findings: [
            ...(some
              ? [{ condition: 'REJECTED' as const, quantity: amount, reason: reason.trim() }]
              : []),
            ...(good ? [{ condition: 'GOOD' as const, quantity: rest!, reason: '' }] : []),
          ],
          picture: picture?.content,
          mediaType: picture?.mediaType,
        });
      }}
      sx={{ p: 1.5, display: 'grid', gap: 1.5 }}
    >
      <Box>
        <Box component="h1" sx={{ typography: 'h1', fontSize: 28, m: 0 }}>
          {goods.name}
        </Box>
        <Box sx={{ fontSize: 19 }}>
          <Amount value={goods.quantity} unit={goods.symbol} /> <Code strong>{goods.place}</Code>{' '}
          <Marks of={goods} />
        </Box>
      </Box>
      <NumberField
        label={t('checked.howMuch')}
        value={rejected}
        onChange={(event) => setRejected(event.target.value)}
        error={wrong}
        helperText={
          wrong ? t('checked.notSoMuch', { quantity: quantity(goods.quantity) }) : undefined
        }
        slotProps={{ htmlInput: { style: { fontSize: 22 } } }}
      />
      {some && (
        <>
          <TypeIn
            required
            aria-label={t('checked.why')}
            placeholder={t('checked.why')}
            maxLength={200}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
          <FilePick
            label={t('checked.picture')}
            accept="image/jpeg,image/png,image/webp"
            capture="environment"
            onPick={(file) => void pictureOf(file).then(setPicture)}
          />
        </>
      )}
      {save.error && <Refusal sentence={save.error.message} />}
      <MainButton
        type="submit"
        disabled={wrong || (!some && !good) || (some && !reason.trim())}
        loading={save.isPending}
      >
        {said || t('checked.reject')}
      </MainButton>
      <SmallButton onClick={onLeave}>{t('checked.leave')}</SmallButton>
    </Box>
  );
}
