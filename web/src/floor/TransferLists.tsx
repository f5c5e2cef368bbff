import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../api/client';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { quantity } from '../kit/format';
import { ProblemNote } from '../kit/ProblemNote';
import { useSave } from '../kit/useSave';
import { ListHead, Marks, Row } from './Parts';
import { goodsSaid, type Saying } from './useSentence';
import { minus } from '../kit/numbers';

type Transfer = Schemas['FloorTransfer'];
type Marked = Pick<Schemas['TransferKept'], 'lot' | 'expiry' | 'serial' | 'load'>;

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

type Piece = Marked & { id: number; itemId: number; lotId: number; serialId: number };

/** How many pieces a row stands for, and the first numbers of them. */
function Pieces({ of, first }: { of: Piece[]; first?: boolean }) {
  const numbers = of.map((one) => one.serial).filter(Boolean);
  return (
    numbers.length > 1 && (
      <>
        {!first && ' · '}
        {numbers.slice(0, 3).map((number, i) => (
          <Box component="span" key={number} sx={{ whiteSpace: 'nowrap' }}>
            {i > 0 && ', '}
            <Code>{number}</Code>
          </Box>
        ))}
        {numbers.length > 3 && ' …'}
      </>
    )
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
  const { t } = useTranslation();
  const open = transfer.kept.filter((one) => !one.picked);
  const short = transfer.lines.filter((line) => Number(line.shortBy) > 0);
  const any = transfer.kept.some((one) => one.picked);
  return (
    <Box sx={{ px: 1.5, pt: 1, pb: 1.5 }}>
      <ListHead>
        {open.length > 0
          ? t('going.pickList')
          : transfer.planned && any
            ? t('going.allPicked')
            : !any && t('going.nothingPicked')}
      </ListHead>
      {together(open, (row) => row.placeId).map((rows) => {
        const one = rows[0]!;
        const many = rows.length > 1;
        return (
          <Row
            key={one.id}
            onTap={() => onChoose(goodsSaid(many ? { ...one, serialId: 0 } : one, one.placeId))}
            title={one.name}
            detail={
              <>
                <Marks of={many ? { ...one, serial: null } : one} place={one.place} />
                <Pieces of={rows} />
              </>
            }
            end={<Amount value={many ? String(rows.length) : one.quantity} unit={one.symbol} />}
          />
        );
      })}
      {short.map((line) => (
        <Box
          key={line.line}
          sx={{ py: 1, px: 1.5, borderTop: 1, borderColor: 'divider', color: 'error.main' }}
        >
          {line.name}: {t('going.shortBy', { amount: `${quantity(line.shortBy)} ${line.symbol}` })}
        </Box>
      ))}
    </Box>
  );
}

/** What is picked and waits to leave; it can be put back. */
export function PickedList({ transfer, onChanged }: { transfer: Transfer; onChanged: () => void }) {
  const { t } = useTranslation();
  const picked = transfer.kept.filter((one) => one.picked);
  const putBack = useSave(
    ['transfers'],
    (command, reservation: number) =>
      read(
        api.POST('/api/transfers/{id}/picked/{reservation}/return', {
          params: { ...command.params, path: { id: transfer.id, reservation } },
        }),
      ),
    onChanged,
  );
  if (picked.length === 0) {
    return null;
  }
  return (
    <Box sx={{ px: 1.5, pt: 1, pb: 1.5 }}>
      <ListHead>{t('going.picked')}</ListHead>
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
    </Box>
  );
}

/** What of the transfer is still on the road: the lots and pieces that were sent, to be confirmed. */
export function OnTheRoad({
  transfer,
  onChoose,
}: {
  transfer: Transfer;
  onChoose: (saying: Saying) => void;
}) {
  const { t } = useTranslation();
  return (
    <Box sx={{ px: 1.5, pt: 1, pb: 1.5 }}>
      <ListHead>{t(transfer.goods.length > 0 ? 'going.onTheRoad' : 'going.allHere')}</ListHead>
      {together(transfer.goods, (row) => row.shipment).map((rows) => {
        const one = rows[0]!;
        const many = rows.length > 1;
        return (
          <Row
            key={one.id}
            onTap={() => onChoose(goodsSaid(many ? { ...one, serialId: 0 } : one))}
            title={one.name}
            detail={
              <>
                <Marks of={many ? { ...one, serial: null } : one} />
                <Pieces of={rows} first={!one.lot} />
              </>
            }
            end={
              <Amount
                value={many ? String(rows.length) : minus(one.sent, one.arrived, one.lost)}
                unit={one.symbol}
              />
            }
          />
        );
      })}
    </Box>
  );
}
