import Box from '@mui/material/Box';
import { useQueries, useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { question } from '../../api/ask';
import { useMay, useSites } from '../../app/session';
import { fonts } from '../../app/theme';
import { Code } from '../../kit/Code';
import { count as grouped, date, money } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { t, type Word } from '../../app/words';

const FEW = 4;
const MANY = 200;

/** Something that needs someone: how many, what, and which first. */
interface Task {
  /** Its word in the catalogue, under `today`. */
  word: string;
  many: number | undefined;
  /** Where it is done, within the Office. */
  to: string;
  details?: ReactNode;
}

/** What needs someone now, the most urgent first. What needs nobody is not shown. */
export function TodaySpace() {
  const mayPost = useMay('POST');
  const mayApprove = useMay('RULES');
  const sites = useSites().data ?? [];
  const transfers = useQuery(question('/api/transfers/counts'));
  const outbound = useQuery(question('/api/outbound/counts'));
  const counts = useQuery(question('/api/counts/numbers'));
  const late = useQuery(question('/api/inbound', { filter: 'LATE', limit: FEW }));
  const changed = useQuery(question('/api/inbound', { filter: 'CHANGED', limit: FEW }));
  const missing = useQuery(question('/api/transfers', { filter: 'MISSING', limit: FEW }));
  const lateOut = useQuery(question('/api/outbound', { filter: 'LATE', limit: FEW }));
  const review = useQuery(question('/api/counts', { filter: 'REVIEW', limit: FEW }));
  const approvals = useQuery(question('/api/approvals', { limit: MANY }));
  const overdue = useQuery(question('/api/loans', { filter: 'OVERDUE', limit: FEW }));
  const requisitions = useQuery(
    question('/api/requisitions', { where: ['STATE:IS:REQUESTED'], limit: 1 }),
  );
  const low = useQuery(question('/api/replenishment/items', { limit: FEW }));
  const lowFailed = useQuery(
    question('/api/replenishment/items', { where: ['FINDING:IS:FAILED'], limit: FEW }),
  );
  const checks = useQuery(question('/api/book-checks'));
  const last = checks.data?.find((one) => one.finished);
  const due = useQueries({
    queries: sites.map((site) => question('/api/count-programme', { site: site.id })),
  });
  const plans = sites
    .map((site, i) => ({ ...site, today: due[i]?.data?.due.length ?? 0 }))
    .filter((plan) => plan.today > 0);
  const mine = approvals.data?.rows.filter((row) => row.own && row.askedBack) ?? [];
  const task = (word: string, many: number | undefined, to: string, details?: ReactNode): Task => ({
    word,
    many,
    to,
    details,
  });
  const each = <R extends { id: number }>(rows: R[] | undefined, show: (row: R) => ReactNode) =>
    rows?.map((row) => <span key={row.id}>{show(row)}</span>);
  const linked = (to: string, name: string) => <Link to={`/office/${to}`}>{name}</Link>;
  const ofTransfers = transfers.data;
  const tasks: (Task | false)[] = [
    mayPost &&
      task(
        'ledgerFailed',
        last?.failure ? 1 : 0,
        'looking-back/books',
        <span>{last?.failure}</span>,
      ),
    mayPost && task('ledgerDiffers', last?.failure ? 0 : last?.differences, 'looking-back/books'),
    mayApprove &&
      task(
        'toApprove',
        approvals.data?.total,
        'checking/approvals',
        each(approvals.data?.rows.slice(0, FEW), (row) => (
          <>
            {linked(`checking/approvals?open=${row.id}`, row.number)} {money(row.value)},{' '}
            {row.proposedBy}
          </>
        )),
      ),
    task(
      'askedBack',
      mine.length,
      'checking/approvals',
      each(mine.slice(0, FEW), (row) => linked(`checking/approvals?open=${row.id}`, row.number)),
    ),
    task(
      'overdue',
      overdue.data?.total,
      'checking/loans?filter=OVERDUE',
      each(overdue.data?.rows, (row) => (
        <>
          {linked(`checking/loans?filter=OVERDUE&open=${row.id}`, row.party)} {date(row.due)}
        </>
      )),
    ),
    mayApprove &&
      task(
        'requisitions',
        requisitions.data?.total,
        'running-low/requisitions?where=STATE:IS:REQUESTED',
      ),
    mayApprove &&
      task(
        'lowFailed',
        lowFailed.data?.total,
        'running-low/items?where=FINDING:IS:FAILED',
        lowFailed.data?.rows.map((row) => (
          <Code key={`${row.itemId} ${row.siteId}`}>{row.item}</Code>
        )),
      ),
    task(
      'lowStock',
      low.data?.total,
      'running-low/items',
      low.data?.rows.map((row) => (
        <span key={`${row.itemId} ${row.siteId}`}>
          {linked(`running-low/items?open=${row.itemId}-${row.siteId}`, row.item)}{' '}
          {row.runsOut && date(row.runsOut)}
        </span>
      )),
    ),
    task(
      'lateOutbound',
      outbound.data?.late,
      'coming/outbound?filter=LATE',
      each(lateOut.data?.rows, (row) => (
        <>
          {linked(`coming/outbound?open=${row.id}`, row.number)} {row.party}
        </>
      )),
    ),
    task('shortOutbound', outbound.data?.shortOnes, 'coming/outbound?filter=SHORT'),
    task('packedOutbound', outbound.data?.packed, 'coming/outbound?filter=PACKED'),
    task(
      'lateOrders',
      late.data?.total,
      'coming/inbound?filter=LATE',
      each(late.data?.rows, (row) => (
        <>
          <Code>{row.number}</Code> {row.supplier}
        </>
      )),
    ),
    task(
      'changedOrders',
      changed.data?.total,
      'coming/inbound?filter=CHANGED',
      each(changed.data?.rows, (row) => (
        <>
          {linked(`coming/inbound?open=${row.id}`, row.number)} {row.supplier}
        </>
      )),
    ),
    task(
      'missing',
      ofTransfers?.missing,
      'coming/transfers?filter=MISSING',
      each(missing.data?.rows, (row) => (
        <>
          <Code>{row.number}</Code> {row.from} → {row.to}
        </>
      )),
    ),
    task('reviewTransfers', ofTransfers?.review, 'coming/transfers?filter=REVIEW'),
    task('lateTransfers', ofTransfers?.late, 'coming/transfers?filter=LATE'),
    task('shortTransfers', ofTransfers?.shortOnes, 'coming/transfers?filter=SHORT'),
    mayPost &&
      task(
        'inReview',
        counts.data?.review,
        'checking/counts?filter=REVIEW',
        each(review.data?.rows, (row) => (
          <>
            {linked(`checking/counts/${row.id}`, row.number)} {row.site}
            {row.note && `, ${row.note}`}
          </>
        )),
      ),
    task('suspicions', counts.data?.suspicions, 'checking/counts'),
    task(
      'due',
      plans.reduce((sum, plan) => sum + plan.today, 0),
      'checking/programme',
      each(plans, (plan) => (
        <>
          {linked(`checking/programme?site=${plan.id}`, plan.name)} {grouped(plan.today)}
        </>
      )),
    ),
    task('road', ofTransfers?.inTransit, 'coming/transfers?filter=IN_TRANSIT'),
  ];
  const asked = [
    late,
    changed,
    transfers,
    missing,
    outbound,
    lateOut,
    counts,
    review,
    approvals,
    overdue,
    requisitions,
    checks,
    ...due,
  ];
  const known = asked.every((query) => !query.isPending);
  const failed = asked.find((query) => query.isError);
  const needing = tasks.filter((one): one is Task => one !== false && Boolean(one.many));
  return (
    <Room title={t('space.today')}>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, maxWidth: 820, pb: 3 }}>
        {known ? (
          needing.map((one) => <TaskLine key={one.word} task={one} />)
        ) : (
          <li>{t('loading')}</li>
        )}
      </Box>
      {failed && (
        <>
          <ProblemNote problem={failed.error} />
          <Box>{t('today.unknown')}</Box>
        </>
      )}
      {known && !failed && needing.length === 0 && (
        <Box sx={{ fontSize: 20 }}>{t('today.nothing')}</Box>
      )}
    </Room>
  );
}

function TaskLine({ task }: { task: Task }) {
  const many = task.many ?? 0;
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: '84px 1fr',
        gap: 2,
        alignItems: 'baseline',
        py: 1,
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Box sx={{ fontFamily: fonts.heading, fontWeight: 600, fontSize: 34, textAlign: 'right' }}>
        {grouped(many)}
      </Box>
      <Box>
        <Box sx={{ fontSize: 19 }}>
          <Link to={`/office/${task.to}`}>{t(`today.${task.word}` as Word, { count: many })}</Link>
        </Box>
        <Box sx={{ color: 'text.secondary', display: 'flex', flexWrap: 'wrap', columnGap: 2.5 }}>
          {task.details}
        </Box>
      </Box>
    </Box>
  );
}
