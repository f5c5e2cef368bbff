import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { t } from '../app/words';
import { question } from '../api/ask';
import type { Schemas } from '../api/client';
import { date } from '../kit/format';
import { ProblemNote } from '../kit/ProblemNote';
import { Choosing, ListHead, Numbered, Row, SmallButton } from './Parts';
import type { TransferVerb } from './desks';

/** What is planned must be released first; what is begun on the floor may still be empty. */
function sendable(row: Schemas['TransferRow']) {
  return row.planned
    ? row.state !== 'PLANNED' && row.sendLines > 0
    : row.sendLines > 0 || row.lines === 0;
}

/** The transfers that can be sent from here, or are on the road to here; or a new one. */
export function TransferChoice({
  site,
  verb,
  onChoose,
  onBegin,
}: {
  site: Schemas['SiteCard'];
  verb: TransferVerb;
  onChoose: (transfer: number) => void;
  onBegin: (to: number) => void;
}) {
  const sends = verb === 'SEND';
  const transfers = useQuery(
    question(
      '/api/transfers',
      sends
        ? { filter: 'OPEN', where: [`FROM:IS:${site.id}`] }
        : { filter: 'IN_TRANSIT', where: [`TO:IS:${site.id}`] },
    ),
  );
  const destinations = useQuery({ ...question('/api/transfers/sites'), enabled: sends });
  const rows = transfers.data?.rows.filter((row) => !sends || sendable(row)) ?? [];
  return (
    <Choosing
      title={t(sends ? 'going.sendTitle' : 'going.arriveTitle')}
      find={t(sends ? 'going.sendFind' : 'going.arriveFind')}
      none={
        transfers.data && rows.length === 0 && t(sends ? 'going.noneToSend' : 'going.noneOnRoad')
      }
    >
      <ProblemNote problem={transfers.error ?? destinations.error} />
      {rows.map((row) => (
        <Row
          key={row.id}
          onTap={() => onChoose(row.id)}
          title={<Numbered number={row.number}>{sends ? `→ ${row.to}` : row.from}</Numbered>}
          detail={
            sends && row.handedIn
              ? t('going.inReview')
              : row.late > 0
                ? t('going.late', { count: row.late })
                : row.wanted
                  ? t('transfer.wantedOn', { day: date(row.wanted) })
                  : t('transfer.unplanned')
          }
          end={t('going.kinds', { count: sends ? row.sendLines : row.roadLines })}
        />
      ))}
      {sends && (
        <>
          <ListHead>{t('going.toSite')}</ListHead>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
            {destinations.data
              ?.filter((one) => one.id !== site.id)
              .map((one) => (
                <SmallButton key={one.id} onClick={() => onBegin(one.id)}>
                  {one.name}
                </SmallButton>
              ))}
          </Box>
        </>
      )}
    </Choosing>
  );
}
