import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { get, post } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { FilterChoice, useFilter } from '../../kit/AddressFields';
import { AskWhy } from '../../kit/AskWhy';
import { Code } from '../../kit/Code';
import { columnsOf } from '../../kit/columns';
import { byItem } from '../../kit/ListFilters';
import { ProblemNote } from '../../kit/ProblemNote';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useList } from '../../kit/useList';
import { useSave } from '../../kit/useSave';
import { LowPanel } from './LowPanel';
import { FINDINGS, FindingWord, OLD, proposed } from './lowParts';
import { PolicyOfMany } from './PolicyOfMany';
import { RunProgress } from './RunProgress';

type Row = Schemas['LowItem'];

const FILTERS = ['LOW', 'PROPOSED', 'EVERY'] as const;
const PATTERNS = ['SMOOTH', 'ERRATIC', 'INTERMITTENT', 'LUMPY'] as const;

const keyOf = (row: Row) => `${row.itemId}-${row.siteId}`;

/** What runs low, where, when, and what to do about it. */
export function LowSpace() {
  const mayApprove = useMay('RULES');
  const { opened, open, close } = useOpened();
  const filter = useFilter(FILTERS);
  const list = useList<'listLowItems'>();
  const [ticked, setTicked] = useState<Record<string, Row>>({});
  const [refusing, setRefusing] = useState(false);
  const chosen = Object.values(ticked);
  const ids = chosen.flatMap((row) => row.proposals.map((one) => one.id));
  const done = () => {
    setTicked({});
    setRefusing(false);
  };
  const approve = useSave<void, Schemas['ProposalsDone']>(
    OLD,
    (command) => post('/api/replenishment/proposals/approval')(command, { ids }),
    done,
  );
  const refuse = useSave<string, Schemas['ProposalsDone']>(
    OLD,
    (command, note) => post('/api/replenishment/proposals/refusal')(command, { ids, note }),
    done,
  );
  const tick = (row: Row, on: boolean) => {
    const next = { ...ticked };
    if (on) {
      next[keyOf(row)] = row;
    } else {
      delete next[keyOf(row)];
    }
    setTicked(next);
  };
  const of = columnsOf<Row>();
  const [item, site] = opened.split('-').map(Number);
  return (
    <TableSpace
      title={t('low.items')}
      name="low"
      list={list}
      search={t('low.itemsSearch')}
      bySite
      hidden={[
        byItem(),
        { key: 'category', title: t('item.category'), sort: 'CATEGORY', narrow: { kind: 'TEXT' } },
      ]}
      choices={<FilterChoice of={FILTERS} word={(one) => t(`low.show.${one}`)} />}
      actions={
        chosen.length > 0 && mayApprove ? (
          <>
            <Button onClick={() => open('policy')}>
              {t('policy.setMany', { count: new Set(chosen.map((row) => row.itemId)).size })}
            </Button>
            <Button
              variant="outlined"
              disabled={ids.length === 0}
              onClick={() => setRefusing(true)}
            >
              {t('low.refuse', { count: ids.length })}
            </Button>
            <Button
              variant="contained"
              disabled={ids.length === 0}
              loading={approve.isPending}
              onClick={() => approve.mutate()}
            >
              {t('low.approve', { count: ids.length })}
            </Button>
          </>
        ) : (
          <RunNow site={Number(list.only('SITE')) || undefined} />
        )
      }
      over={
        <>
          <RunProgress />
          <ProblemNote problem={approve.error ?? refuse.error} />
          {approve.data && <Approved documents={approve.data.documents} />}
          {refusing && (
            <AskWhy
              label={t('low.refuseWhy')}
              go={t('low.refuse', { count: ids.length })}
              busy={refuse.isPending}
              onGo={(words) => refuse.mutate(words)}
              onLeave={() => setRefusing(false)}
            />
          )}
        </>
      }
      question={{ show: filter, ...list.question }}
      fetch={(query) => get('/api/replenishment/items', query)}
      rowKey={keyOf}
      onOpen={(row) => open(keyOf(row))}
      columns={[
        of.shown('tick', '✓', 34, (row) => (
          <input
            type="checkbox"
            aria-label={t('low.tickItem', { name: row.name })}
            checked={keyOf(row) in ticked}
            onClick={(event) => event.stopPropagation()}
            onChange={(event) => tick(row, event.target.checked)}
          />
        )),
        of.text('name', t('item.item'), 150, {
          by: 'ITEM',
          refers: 'ITEM',
          grow: 1.6,
          cell: (row) => (
            <>
              <Code strong>{row.item}</Code> {row.name}
            </>
          ),
        }),
        of.site('site', t('site'), 118, { by: 'SITE' }),
        of.choice('finding', t('low.findingTitle'), 140, (one) => t(`low.finding.${one}`), {
          by: 'FINDING',
          of: FINDINGS,
          cell: (row) => <FindingWord of={row.finding} />,
        }),
        of.day('runsOut', t('low.runsOut'), 100, { by: 'RUNS_OUT' }),
        of.day('lastDayToOrder', t('low.orderBy'), 100, { by: 'LAST_DAY_TO_ORDER' }),
        of.amount('free', t('low.free'), 70, { by: 'FREE' }),
        of.amount('coming', t('low.coming'), 80, { by: 'COMING', spare: true }),
        of.amount('point', t('low.point'), 104, { by: 'POINT' }),
        of.shown(
          'proposal',
          t('low.proposal'),
          230,
          (row) => row.proposals.map(proposed).join(', '),
          { sort: 'TO_ORDER', grow: 1.6 },
        ),
        of.choice('pattern', t('low.patternTitle'), 96, (one) => t(`low.pattern.${one}`), {
          by: 'PATTERN',
          of: PATTERNS,
          spare: true,
        }),
        of.count('perDay', t('low.perDay'), 96, { spare: true }),
        of.text('supplier', t('inbound.supplier'), 130, {
          by: 'SUPPLIER',
          refers: 'SUPPLIER',
          spare: true,
        }),
      ]}
      file="low-items"
      none={t('low.itemsNone')}
      noMatch={t('low.itemsNoMatch')}
      panels={{
        policy: mayApprove &&
          chosen.length > 0 && {
            title: t('policy.one'),
            show: () => (
              <PolicyOfMany
                items={chosen}
                onDone={() => {
                  setTicked({});
                  close();
                }}
              />
            ),
          },
      }}
    >
      {item > 0 && site > 0 && <LowPanel key={opened} item={item} site={site} onClose={close} />}
    </TableSpace>
  );
}

/** Where a document stands, by how its number begins. */
function pageOf(number: string): string {
  const kind = number.slice(0, 2);
  const space =
    kind === 'TR'
      ? 'coming/transfers'
      : kind === 'JB'
        ? 'coming/outbound'
        : 'running-low/requisitions';
  return `/office/${space}?q=${number}`;
}

function Approved({ documents }: { documents: readonly string[] }) {
  return (
    <Box role="status" sx={{ mb: 1, fontSize: 18 }}>
      {t('low.approved', { count: documents.length })}{' '}
      {documents.map((number) => (
        <Link key={number} to={pageOf(number)}>
          <Code>{number}</Code>{' '}
        </Link>
      ))}
    </Box>
  );
}

/** Looks at all items now, at one site or at every one. */
function RunNow({ site }: { site?: number }) {
  const may = useMay('POST');
  const run = useSave<void>(['low', 'replenishment'], (command) =>
    post('/api/replenishment/runs')(command, { site }),
  );
  return (
    may && (
      <>
        <ProblemNote problem={run.error} />
        <Button variant="contained" loading={run.isPending} onClick={() => run.mutate()}>
          {t('low.runNow')}
        </Button>
      </>
    )
  );
}
