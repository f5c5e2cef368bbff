import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Fragment } from 'react';
import { t } from '../app/words';
import { post } from '../api/ask';
import type { Schemas } from '../api/client';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { quantity } from '../kit/format';
import { ProblemNote } from '../kit/ProblemNote';
import { useSave } from '../kit/useSave';
import { Listed, Marks, Row } from './Parts';
import { goodsSaid, type Saying } from './useSentence';
import { minus } from '../kit/sums';

type Transfer = Schemas['FloorTransfer'];
type Marked = Pick<Schemas['ReservedGoods'], 'lot' | 'expiry' | 'serial' | 'load'>;

/** Pieces of one item that lie or travel together are one row. */
function together<R extends Piece>(rows: R[], place: (row: R) => number): R[][] {
  const groups = new Map<string, R[]>();
  for (const row of rows) {
    const key = row.serialId
      ? `${row.itemId} ${row.lotId} ${place(row)} ${row.load ?? ''}`
      : `row ${row.id}`;
    groups.set(key, [...(groups.get(key) ?? []), row]);
  }
  return [...groups.values()];
}

type Piece = Marked & {
  id: number;
  itemId: number;
  lotId: number;
  serialId: number;
  name: string;
  symbol: string;
  place?: string;
  placeId?: number;
};

/** Goods to be confirmed, by a tap or a scan; of several pieces the first numbers are shown. */
function Goods({
  rows,
  amount,
  onChoose,
}: {
  rows: Piece[];
  amount: string;
  onChoose: (saying: Saying) => void;
}) {
  const one = rows[0]!;
  const many = rows.length > 1;
  const meant = many ? { ...one, serialId: 0, serial: null } : one;
  const numbers = rows.map((row) => row.serial).filter(Boolean);
  return (
    <Row
      onTap={() => onChoose(goodsSaid(meant, one.placeId))}
      title={one.name}
      detail={
        <>
          <Marks of={meant} place={one.place} />
          {many && (one.place ?? one.lot) && ' · '}
          {many &&
            numbers.slice(0, 3).map((number, i) => (
              // The row may break between numbers, never within one.
              <Fragment key={number}>
                {i > 0 && ', '}
                <Box component="span" sx={{ whiteSpace: 'nowrap' }}>
                  <Code>{number}</Code>
                </Box>
              </Fragment>
            ))}
          {numbers.length > 3 && ' …'}
        </>
      }
      end={<Amount value={many ? String(rows.length) : amount} unit={one.symbol} />}
    />
  );
}

/** What is reserved and not picked yet, in walking order: the first is the next. */
export function PickList({
  transfer,
  onChoose,
}: {
  transfer: Transfer;
  onChoose: (saying: Saying) => void;
}) {
  const open = transfer.kept.filter((one) => !one.picked);
  const short = transfer.lines.filter((line) => Number(line.shortBy) > 0);
  const any = transfer.kept.some((one) => one.picked);
  return (
    <Listed
      head={
        open.length > 0
          ? t('going.pickList')
          : transfer.planned && any
            ? t('going.allPicked')
            : !any && t('going.nothingPicked')
      }
    >
      {together(open, (row) => row.placeId).map((rows) => (
        <Goods key={rows[0]!.id} rows={rows} amount={rows[0]!.quantity} onChoose={onChoose} />
      ))}
      {short.map((line) => (
        <Box
          key={line.line}
          sx={{ py: 1, px: 1.5, borderTop: 1, borderColor: 'divider', color: 'error.main' }}
        >
          {line.name}: {t('going.shortBy', { amount: `${quantity(line.shortBy)} ${line.symbol}` })}
        </Box>
      ))}
    </Listed>
  );
}

/** What is picked and waits to leave; it can be put back. */
export function PickedList({ transfer, onChanged }: { transfer: Transfer; onChanged: () => void }) {
  const picked = transfer.kept.filter((one) => one.picked);
  const putBack = useSave(
    ['transfers'],
    (command, reservation: number) =>
      post('/api/transfers/{id}/picked/{reservation}/return', { id: transfer.id, reservation })(
        command,
      ),
    onChanged,
  );
  if (picked.length === 0) {
    return null;
  }
  return (
    <Listed head={t('going.picked')}>
      <ProblemNote problem={putBack.error} />
      {picked.map((one) => (
        <Row
          key={one.id}
          start={
            <Box component="span" aria-hidden sx={{ color: 'success.main', fontSize: 20 }}>
              ✓
            </Box>
          }
          title={
            <>
              <b>
                <Amount value={one.quantity} unit={one.symbol} />
              </b>{' '}
              {one.name}
            </>
          }
          detail={<Marks of={one} place={one.place} />}
          end={
            <Button
              variant="outlined"
              disabled={putBack.isPending}
              onClick={() => putBack.mutate(one.id)}
              sx={{ minHeight: 52, fontSize: 16 }}
            >
              {t('transfer.putBack')}
            </Button>
          }
        />
      ))}
    </Listed>
  );
}

/** What of the transfer is still on the road: the lots and pieces that were sent, to be confirmed. */
export function InTransit({
  transfer,
  onChoose,
}: {
  transfer: Transfer;
  onChoose: (saying: Saying) => void;
}) {
  return (
    <Listed head={t(transfer.goods.length > 0 ? 'going.inTransit' : 'going.allHere')}>
      {together(transfer.goods, (row) => row.shipment).map((rows) => {
        const { id, sent, arrived, lost } = rows[0]!;
        return (
          <Goods key={id} rows={rows} amount={minus(sent, arrived, lost)} onChoose={onChoose} />
        );
      })}
    </Listed>
  );
}
