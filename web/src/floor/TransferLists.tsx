import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useTranslation } from 'react-i18next';
import { api, read, type Schemas } from '../api/client';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { date, quantity } from '../kit/format';
import { ProblemNote } from '../kit/ProblemNote';
import { useSave } from '../kit/useSave';
import { ListHead, TapRow } from './Parts';
import { saying, type Saying } from './useSentence';
import { minus } from '../kit/numbers';

type Transfer = Schemas['FloorTransfer'];
type Marked = Pick<Schemas['TransferKept'], 'lot' | 'expiry' | 'serial' | 'load'>;

function Marks({ of, place }: { of: Marked; place?: string }) {
  const { t } = useTranslation();
  return (
    <>
      {place && <Code strong>{place}</Code>}
      {of.lot && (
        <>
          {place && ' · '}
          {t('move.lot')} <Code>{of.lot}</Code>
          {of.expiry && ` (${date(of.expiry)})`}
        </>
      )}
      {of.serial && (
        <>
          {' '}
          <Code>{of.serial}</Code>
        </>
      )}
      {of.load && ` ${t('away.load')} ${of.load}`}
    </>
  );
}

/** The goods of a row, as if they had been scanned. */
function goods(
  row: Pick<Schemas['TransferKept'], 'itemId' | 'lotId' | 'serialId'>,
  more: Saying[] = [],
): Saying {
  const which = row.serialId
    ? saying({ kind: 'SERIAL', item: row.itemId, lot: row.lotId, serial: row.serialId })
    : row.lotId
      ? saying({ kind: 'LOT', item: row.itemId, lot: row.lotId })
      : saying({ kind: 'ITEM', item: row.itemId, counts: '0' });
  return saying({ kind: 'TOGETHER', parts: [...more, which] });
}

/** Pieces of one item that lie or travel together are one row. */
function together<R extends Row>(rows: R[], place: (row: R) => number): R[][] {
  const groups = new Map<string, R[]>();
  for (const row of rows) {
    const key = row.serialId
      ? `${row.itemId} ${row.lotId} ${place(row)} ${row.load ?? ''}`
      : `row ${row.id}`;
    groups.set(key, [...(groups.get(key) ?? []), row]);
  }
  return [...groups.values()];
}

type Row = Marked & { id: number; itemId: number; lotId: number; serialId: number };

/** How many pieces a row stands for, and the first numbers of them. */
function Pieces({ of, first }: { of: Row[]; first?: boolean }) {
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
          <TapRow
            key={one.id}
            onTap={() =>
              onChoose(
                goods(many ? { ...one, serialId: 0 } : one, [
                  saying({ kind: 'BIN', place: one.placeId, role: 'FROM' }),
                ]),
              )
            }
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
        <Box
          key={one.id}
          sx={{
            display: 'flex',
            alignItems: 'center',
            gap: 1,
            py: 0.75,
            px: 1.5,
            borderTop: 1,
            borderColor: 'divider',
            bgcolor: 'background.paper',
          }}
        >
          <Box component="span" aria-hidden sx={{ color: 'success.main', fontSize: 20 }}>
            ✓
          </Box>
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Box sx={{ fontSize: 19, lineHeight: 1.25 }}>
              <b>
                <Amount value={one.quantity} unit={one.symbol} />
              </b>{' '}
              {one.name}
            </Box>
            <Box sx={{ color: 'text.secondary', fontSize: 16 }}>
              <Marks of={one} place={one.place} />
            </Box>
          </Box>
          <Button
            variant="outlined"
            disabled={putBack.isPending}
            onClick={() => putBack.mutate(one.id)}
            sx={{ minHeight: 52, fontSize: 16 }}
          >
            {t('transfer.putBack')}
          </Button>
        </Box>
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
          <TapRow
            key={one.id}
            onTap={() => onChoose(goods(many ? { ...one, serialId: 0 } : one))}
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
