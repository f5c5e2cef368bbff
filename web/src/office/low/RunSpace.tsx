import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { Code } from '../../kit/Code';
import { columnsOf, Exception } from '../../kit/columns';
import { DocumentPanel, Glance } from '../../kit/DocumentPanel';
import { count, date, instant } from '../../kit/format';
import { Part } from '../../kit/SidePanel';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { FindingWord } from './lowParts';
import { RunProgress } from './RunProgress';

type Run = Schemas['ReplenishmentRun'];

/** When stock was looked at, and what was found. */
export function RunSpace() {
  const { id, close } = useOpened();
  const runs = useQuery(question('/api/replenishment/runs'));
  const of = columnsOf<Run>();
  return (
    <TableSpace
      title={t('low.runs')}
      name="runs"
      over={<RunProgress />}
      rows={runs}
      columns={[
        of.moment('started', t('low.run.started'), 150),
        of.text('site', t('site'), 130, { grow: 1 }),
        of.shown('by', t('low.run.by'), 130, (row) => row.askedBy ?? t('low.run.night'), {
          grow: 1,
        }),
        of.count('looked', t('low.run.looked'), 120),
        of.count('low', t('low.run.low'), 90, { dash: true }),
        of.count('proposed', t('low.run.proposed'), 90, { dash: true }),
        of.shown(
          'failed',
          t('low.run.failed'),
          80,
          (row) => (row.failed > 0 ? <Exception>{count(row.failed)}</Exception> : '–'),
          { align: 'right' },
        ),
        of.shown('finished', t('low.run.finished'), 150, (row) =>
          row.finished ? instant(row.finished) : t('low.run.going'),
        ),
      ]}
      none={t('low.runsNone')}
    >
      {id > 0 && <RunPanel key={id} run={id} onClose={close} />}
    </TableSpace>
  );
}

function RunPanel({ run, onClose }: { run: number; onClose: () => void }) {
  const card = useQuery(question('/api/replenishment/runs/{run}', { run }));
  return (
    <DocumentPanel
      of={card}
      width={560}
      title={(one) => t('low.run.title', { day: date(one.run.day) })}
      over={(one) => one.run.site}
      onClose={onClose}
    >
      {({ run: one, findings }) => (
        <>
          <Glance
            of={[
              one.askedBy ?? t('low.run.night'),
              one.failure && { amiss: t('low.run.failure', { failure: one.failure }) },
              `${t('low.run.looked')}: ${count(one.looked)}`,
              `${t('low.run.proposed')}: ${count(one.proposed)}`,
            ]}
          />
          <Part title={t('low.run.findings')}>
            {findings.length === 0 && one.finished && <Box>{t('low.run.allEnough')}</Box>}
            {findings.map((found) => (
              <Box
                key={found.itemId}
                sx={{ display: 'grid', gridTemplateColumns: '100px 1fr 190px', minHeight: 28 }}
              >
                <Link
                  to={`/office/running-low/items?filter=EVERY&open=${found.itemId}-${one.siteId}`}
                >
                  <Code>{found.item}</Code>
                </Link>
                <Box>
                  {found.name}
                  {found.detail && <Box sx={{ color: 'error.main' }}>{found.detail}</Box>}
                </Box>
                <FindingWord of={found.finding} />
              </Box>
            ))}
          </Part>
        </>
      )}
    </DocumentPanel>
  );
}
