import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { t } from '../../app/words';
import { columnsOf } from '../../kit/columns';
import { Facts } from '../../kit/Facts';
import { instant } from '../../kit/format';
import { MarkedWord } from '../../kit/MarkedWord';
import { ProblemNote } from '../../kit/ProblemNote';
import { SidePanel } from '../../kit/SidePanel';
import { TableSpace, useOpened } from '../../kit/TableSpace';
import { useSave } from '../../kit/useSave';

type Job = Schemas['PrintJob'];

const FILL: Record<Job['state'], number | 'CROSSED'> = {
  WAITING: 0,
  SENT: 50,
  PRINTED: 100,
  NOTHING: 'CROSSED',
  FAILED: 'CROSSED',
  CANCELLED: 'CROSSED',
};

/** What has become of a print job. */
export function JobState({ of }: { of: Job['state'] }) {
  return (
    <Box component="span" sx={{ color: of === 'FAILED' ? 'error.main' : undefined }}>
      <MarkedWord fill={FILL[of]} word={t(`printing.states.${of}`)} />
    </Box>
  );
}

/** What a job is called; what prints by itself has no name before it is made. */
export function titleOf(job: Job): string {
  return job.title || (job.paper ? t(`printing.papers.${job.paper}`) : '');
}

/** What was printed, what waits for its printer, and what did not print. */
export function PrintJobs() {
  const { opened, id, close } = useOpened();
  const jobs = useQuery({ ...question('/api/print-jobs'), refetchInterval: 3_000 });
  const one = jobs.data?.find((job) => job.id === id);
  const of = columnsOf<Job>();
  return (
    <TableSpace
      title={t('printing.jobs')}
      name="print-jobs"
      rows={jobs}
      columns={[
        of.shown('title', t('printing.what'), 240, titleOf, { grow: 1 }),
        of.choice('state', t('item.state'), 150, (state) => t(`printing.states.${state}`), {
          cell: (row) => <JobState of={row.state} />,
        }),
        of.text('printer', t('printing.printer'), 160),
        of.count('copies', t('printing.copiesTitle'), 80),
        of.text('person', t('changeLog.who'), 150),
        of.moment('at', t('changeLog.when'), 160),
      ]}
      none={t('labels.trayEmpty')}
    >
      {opened && one && (
        <SidePanel title={titleOf(one)} onClose={close}>
          <Opened key={one.id} job={one} />
        </SidePanel>
      )}
    </TableSpace>
  );
}

function Opened({ job }: { job: Job }) {
  const again = useSave(['print-jobs'], post('/api/print-jobs/{id}/again', { id: job.id }));
  const cancel = useSave(['print-jobs'], post('/api/print-jobs/{id}/cancel', { id: job.id }));
  const ended = job.state !== 'WAITING' && job.state !== 'SENT';
  return (
    <>
      <Box sx={{ fontSize: 20, my: 1 }}>
        <JobState of={job.state} />
      </Box>
      {job.failure && <Box sx={{ color: 'error.main', mb: 1 }}>{job.failure}</Box>}
      {job.nextTry && job.state === 'WAITING' && (
        <Box sx={{ mb: 1 }}>{t('printing.nextTry', { when: instant(job.nextTry) })}</Box>
      )}
      <Facts
        facts={[
          [t('printing.printer'), job.printer],
          [t('printing.copiesTitle'), String(job.copies)],
          [
            t('printing.by'),
            job.paper
              ? t('printing.itself')
              : t('printing.byPerson', { person: job.person, when: instant(job.at) }),
          ],
          [t('printing.ended'), job.ended && instant(job.ended)],
        ]}
      />
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', my: 1.5 }}>
        {job.made && (
          <Button
            component="a"
            href={`/api/print-jobs/${job.id}/pages`}
            target="_blank"
            variant="outlined"
          >
            {t('printing.pages')}
          </Button>
        )}
        {ended && (
          <Button variant="contained" loading={again.isPending} onClick={() => again.mutate()}>
            {t('printing.again')}
          </Button>
        )}
        {job.state === 'WAITING' && (
          <Button variant="outlined" loading={cancel.isPending} onClick={() => cancel.mutate()}>
            {t('printing.cancel')}
          </Button>
        )}
      </Box>
      <ProblemNote problem={again.error ?? cancel.error} />
    </>
  );
}
