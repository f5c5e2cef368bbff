import Box from '@mui/material/Box';
import { useQueries, useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { api, read } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { fonts } from '../../app/theme';
import { Code } from '../../kit/Code';
import { count as grouped, date, money } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';

const FEW = 4;
const MANY = 200;

/** What needs someone now, the most urgent first. What needs nobody is not shown. */
export function TodaySpace() {
  const { t } = useTranslation();
  const mayPost = useMay('POST');
  const mayApprove = useMay('RULES');
  const sites = useSites().data ?? [];
  const late = useQuery({
    queryKey: ['inbound', 'today'],
    queryFn: () =>
      read(api.GET('/api/inbound', { params: { query: { filter: 'LATE', limit: FEW } } })),
  });
  const transfers = useQuery({
    queryKey: ['transfers', 'counts'],
    queryFn: () => read(api.GET('/api/transfers/counts')),
  });
  const missing = useQuery({
    queryKey: ['transfers', 'today'],
    queryFn: () =>
      read(api.GET('/api/transfers', { params: { query: { filter: 'MISSING', limit: FEW } } })),
  });
  const outbound = useQuery({
    queryKey: ['outbound', 'counts'],
    queryFn: () => read(api.GET('/api/outbound/counts')),
  });
  const lateOut = useQuery({
    queryKey: ['outbound', 'today'],
    queryFn: () =>
      read(api.GET('/api/outbound', { params: { query: { filter: 'LATE', limit: FEW } } })),
  });
  const counts = useQuery({
    queryKey: ['counts', 'numbers'],
    queryFn: () => read(api.GET('/api/counts/numbers')),
  });
  const review = useQuery({
    queryKey: ['counts', 'today'],
    queryFn: () =>
      read(api.GET('/api/counts', { params: { query: { filter: 'REVIEW', limit: FEW } } })),
  });
  const approvals = useQuery({
    queryKey: ['approvals', 'today'],
    queryFn: () => read(api.GET('/api/approvals', { params: { query: { limit: MANY } } })),
  });
  const overdue = useQuery({
    queryKey: ['loans', 'today'],
    queryFn: () =>
      read(api.GET('/api/loans', { params: { query: { filter: 'OVERDUE', limit: FEW } } })),
  });
  const requisitions = useQuery({
    queryKey: ['requisitions', 'today'],
    queryFn: () =>
      read(
        api.GET('/api/requisitions', {
          params: { query: { where: ['STATE:IS:REQUESTED'], limit: 1 } },
        }),
      ),
  });
  const checks = useQuery({
    queryKey: ['book-checks'],
    queryFn: () => read(api.GET('/api/book-checks')),
  });
  const last = checks.data?.find((one) => one.finished);
  const due = useQueries({
    queries: sites.map((site) => ({
      queryKey: ['counts', 'programme', String(site.id)],
      queryFn: () =>
        read(api.GET('/api/count-programme', { params: { query: { site: site.id } } })),
    })),
  });
  const plans = sites
    .map((site, i) => ({ site, today: due[i]?.data?.due.length ?? 0 }))
    .filter((plan) => plan.today > 0);
  const mine = approvals.data?.rows.filter((row) => row.own && row.askedBack) ?? [];
  const of = transfers.data;
  const matters: (Matter | false)[] = [
    mayPost && {
      key: 'ledgerFailed',
      many: last?.failure ? 1 : 0,
      title: 'today.ledgerFailed',
      to: '/office/looking-back/books',
      details: <span>{last?.failure}</span>,
    },
    mayPost && {
      key: 'ledgerDiffers',
      many: last?.failure ? 0 : last?.differences,
      title: 'today.ledgerDiffers',
      to: '/office/looking-back/books',
    },
    mayApprove && {
      key: 'approve',
      many: approvals.data?.total,
      title: 'today.toApprove',
      to: '/office/checking/approvals',
      details: approvals.data?.rows.slice(0, FEW).map((row) => (
        <span key={row.id}>
          <Link to={`/office/checking/approvals?open=${row.id}`}>{row.number}</Link>{' '}
          {money(row.value)}, {row.proposedBy}
        </span>
      )),
    },
    {
      key: 'askedBack',
      many: mine.length,
      title: 'today.askedBack',
      to: '/office/checking/approvals',
      details: mine.slice(0, FEW).map((row) => (
        <span key={row.id}>
          <Link to={`/office/checking/approvals?open=${row.id}`}>{row.number}</Link>
        </span>
      )),
    },
    {
      key: 'overdue',
      many: overdue.data?.total,
      title: 'today.overdue',
      to: '/office/checking/loans?filter=OVERDUE',
      details: overdue.data?.rows.map((row) => (
        <span key={row.id}>
          <Link to={`/office/checking/loans?filter=OVERDUE&open=${row.id}`}>{row.party}</Link>{' '}
          {date(row.due)}
        </span>
      )),
    },
    mayApprove && {
      key: 'requisitions',
      many: requisitions.data?.total,
      title: 'today.requisitions',
      to: '/office/running-low/requisitions?where=STATE:IS:REQUESTED',
    },
    {
      key: 'lateOutbound',
      many: outbound.data?.late,
      title: 'today.lateOutbound',
      to: '/office/coming/outbound?filter=LATE',
      details: lateOut.data?.rows.map((row) => (
        <span key={row.id}>
          <Link to={`/office/coming/outbound?open=${row.id}`}>{row.number}</Link> {row.party}
        </span>
      )),
    },
    {
      key: 'shortOutbound',
      many: outbound.data?.shortOnes,
      title: 'today.shortOutbound',
      to: '/office/coming/outbound?filter=SHORT',
    },
    {
      key: 'packedOutbound',
      many: outbound.data?.packed,
      title: 'today.packedOutbound',
      to: '/office/coming/outbound?filter=PACKED',
    },
    {
      key: 'late',
      many: late.data?.total,
      title: 'today.lateOrders',
      to: '/office/coming/inbound?filter=LATE',
      details: late.data?.rows.map((row) => (
        <span key={row.id}>
          <Code>{row.number}</Code> {row.supplier}
        </span>
      )),
    },
    {
      key: 'missing',
      many: of?.missing,
      title: 'today.missing',
      to: '/office/coming/transfers?filter=MISSING',
      details: missing.data?.rows.map((row) => (
        <span key={row.id}>
          <Code>{row.number}</Code> {row.from} → {row.to}
        </span>
      )),
    },
    {
      key: 'lateTransfers',
      many: of?.late,
      title: 'today.lateTransfers',
      to: '/office/coming/transfers?filter=LATE',
    },
    {
      key: 'short',
      many: of?.shortOnes,
      title: 'today.shortTransfers',
      to: '/office/coming/transfers?filter=SHORT',
    },
    mayPost && {
      key: 'review',
      many: counts.data?.review,
      title: 'today.inReview',
      to: '/office/checking/counts?filter=REVIEW',
      details: review.data?.rows.map((row) => (
        <span key={row.id}>
          <Link to={`/office/checking/counts/${row.id}`}>{row.number}</Link> {row.site}
          {row.note && `, ${row.note}`}
        </span>
      )),
    },
    {
      key: 'suspicions',
      many: counts.data?.suspicions,
      title: 'today.suspicions',
      to: '/office/checking/counts',
    },
    {
      key: 'due',
      many: plans.reduce((sum, plan) => sum + plan.today, 0),
      title: 'today.due',
      to: '/office/checking/programme',
      details: plans.map((plan) => (
        <span key={plan.site.id}>
          <Link to={`/office/checking/programme?site=${plan.site.id}`}>{plan.site.name}</Link>{' '}
          {grouped(plan.today)}
        </span>
      )),
    },
    {
      key: 'road',
      many: of?.inTransit,
      title: 'today.road',
      to: '/office/coming/transfers?filter=IN_TRANSIT',
    },
  ];
  const asked = [
    late,
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
  const needing = matters.filter((one): one is Matter => one !== false && Boolean(one.many));
  return (
    <Room title={t('space.today')}>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, maxWidth: 820, pb: 3 }}>
        {known ? (
          needing.map((one) => <MatterLine key={one.key} matter={one} />)
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

/** Something that needs someone: how many, what, and which first. */
interface Matter {
  key: string;
  many: number | undefined;
  title: string;
  to: string;
  details?: ReactNode;
}

function MatterLine({ matter }: { matter: Matter }) {
  const { t } = useTranslation();
  const many = matter.many ?? 0;
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
          <Link to={matter.to}>{t(matter.title, { count: many })}</Link>
        </Box>
        <Box sx={{ color: 'text.secondary', display: 'flex', flexWrap: 'wrap', columnGap: 2.5 }}>
          {matter.details}
        </Box>
      </Box>
    </Box>
  );
}
