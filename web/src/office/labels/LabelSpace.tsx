import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay, useSites } from '../../app/session';
import { Choice } from '../../kit/Choice';
import { instant } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { Part } from '../../kit/SidePanel';
import { JobState, titleOf } from '../printing/PrintJobs';
import { LabelChoice } from './LabelButton';
import { NewLoads } from './NewLoads';

const KINDS = ['BIN', 'ACTION', 'PERSON', 'UNIT_LOAD'] as const;

/** So many jobs stand beside the sets. */
const SHOWN = 20;

/** Labels by the set, what was printed, trolleys and pallets. */
export function LabelSpace() {
  const jobs = useQuery({ ...question('/api/print-jobs'), refetchInterval: 3_000 });
  return (
    <Room title={t('rules.labels')}>
      <Box sx={{ display: 'grid', gridTemplateColumns: '300px 1fr', gap: 4, pb: 2 }}>
        <Box>
          <Sets />
          <Button
            component="a"
            href="/api/labels/actions"
            target="_blank"
            variant="outlined"
            sx={{ mt: 2 }}
          >
            {t('floor.actionSheet')}
          </Button>
          <NewLoads />
        </Box>
        <Part rank="h2" title={t('printing.jobs')}>
          <ProblemNote problem={jobs.error} />
          {jobs.data?.slice(0, SHOWN).map((one) => (
            <Printed key={one.id} one={one} />
          ))}
          {jobs.data?.length === 0 && (
            <Box sx={{ color: 'text.secondary' }}>{t('labels.trayEmpty')}</Box>
          )}
          {(jobs.data?.length ?? 0) > SHOWN && (
            <Link to="/office/rules/print-jobs">{t('printing.all')}</Link>
          )}
        </Part>
      </Box>
    </Room>
  );
}

function Printed({ one }: { one: Schemas['PrintJob'] }) {
  return (
    <Box sx={{ display: 'flex', gap: 2, py: 0.75, borderTop: 1, borderColor: 'divider' }}>
      <Box sx={{ flex: 1 }}>
        {one.made ? (
          <a href={`/api/print-jobs/${one.id}/pages`} target="_blank" rel="noreferrer">
            {titleOf(one)}
          </a>
        ) : (
          titleOf(one)
        )}
      </Box>
      {one.labels > 0 && <span>{t('labels.count', { count: one.labels })}</span>}
      <Link to={`/office/rules/print-jobs?open=${one.id}`} aria-label={t('printing.opens')}>
        <JobState of={one.state} />
      </Link>
      <Box sx={{ color: 'text.secondary' }}>
        {one.person}, {instant(one.at)}
      </Box>
    </Box>
  );
}

function Sets() {
  const sites = useSites();
  const mayPeople = useMay('PEOPLE');
  const [kind, setKind] = useState<(typeof KINDS)[number]>('BIN');
  const [area, setArea] = useState('');
  const people = useQuery(question('/api/people/names'));
  const trolleys = useQuery(question('/api/floor/trolleys'));
  const areas = (sites.data ?? []).flatMap((site) =>
    site.areas.map((one) => [String(one.id), `${site.code} ${one.name}`] as const),
  );
  const chosen = area || (areas[0]?.[0] ?? '');
  const ids =
    kind === 'PERSON'
      ? (people.data ?? []).map((one) => one.id)
      : kind === 'UNIT_LOAD'
        ? (trolleys.data ?? []).map((one) => one.id)
        : [];
  return (
    <Part rank="h2" title={t('labels.sets')}>
      <Box sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
        <Choice
          label={t('labels.of')}
          value={kind}
          onChange={setKind}
          options={KINDS.filter((one) => one !== 'PERSON' || mayPeople).map(
            (one) => [one, t(`labels.kinds.${one}`)] as const,
          )}
        />
        {kind === 'BIN' && (
          <Choice label={t('area')} value={chosen} onChange={setArea} options={areas} />
        )}
        <LabelChoice
          of={kind}
          ids={ids}
          area={kind === 'BIN' && chosen ? Number(chosen) : undefined}
        />
      </Box>
    </Part>
  );
}
