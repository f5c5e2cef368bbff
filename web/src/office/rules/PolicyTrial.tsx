import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { post } from '../../api/ask';
import { commandId, type Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { t } from '../../app/words';
import { Choice, optionsById, optionsOf } from '../../kit/Choice';
import { Code } from '../../kit/Code';
import { everyOf } from '../../kit/everyOf';
import { count, money } from '../../kit/format';
import { NumberField } from '../../kit/NumberField';
import { whole } from '../../kit/numbers';
import { ProblemNote } from '../../kit/ProblemNote';
import { Part } from '../../kit/SidePanel';
import { StepChart } from '../../kit/charts/StepChart';

type Outcome = Schemas['PolicyTrialOutcome'];
type Trial = Schemas['PolicyTrial'];

type Pattern = NonNullable<Schemas['PolicyTrialEntry']['pattern']>;

const PATTERNS = everyOf<Pattern>()(['SMOOTH', 'ERRATIC', 'INTERMITTENT', 'LUMPY']);
const SHOWN = 50;

/** What would have come of a policy over past demand, beside the one that holds today. */
export function PolicyTrial({
  policy,
  figures,
  item,
}: {
  policy: Schemas['Policy'];
  /** As they are entered now, saved or not. */
  figures: () => Schemas['PolicyFigures'];
  item?: number;
}) {
  const sites = useSites().data ?? [];
  const [site, setSite] = useState(String(policy.siteId ?? ''));
  const [days, setDays] = useState('180');
  const [pattern, setPattern] = useState<Pattern | ''>('');
  const trial = useMutation({
    mutationFn: async () =>
      post('/api/replenishment/trials')(commandId(), {
        site: Number(site || sites[0]?.id),
        item,
        category: policy.category || undefined,
        pattern: pattern || undefined,
        days: whole(days),
        figures: figures(),
      }),
  });
  return (
    <Part title={t('policy.try')}>
      <Box
        component="form"
        data-trial
        onSubmit={(event) => {
          event.preventDefault();
          trial.mutate();
        }}
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1 }}
      >
        {!policy.siteId && (
          <Choice
            label={t('policy.trySite')}
            value={site || String(sites[0]?.id ?? '')}
            onChange={setSite}
            options={optionsById(sites)}
          />
        )}
        {item === undefined && (
          <Choice
            label={t('policy.tryPattern')}
            value={pattern}
            onChange={setPattern}
            options={optionsOf(
              PATTERNS,
              (one) => t(`low.pattern.${one}`),
              t('policy.tryEveryPattern'),
            )}
          />
        )}
        <NumberField
          label={t('policy.tryDays')}
          value={days}
          onChange={(event) => setDays(event.target.value)}
        />
        <Button type="submit" variant="outlined" loading={trial.isPending}>
          {t('policy.tryGo')}
        </Button>
      </Box>
      <ProblemNote problem={trial.error} />
      {trial.data && <Result of={trial.data} />}
    </Part>
  );
}

function Result({ of }: { of: Trial }) {
  const rows: [name: string, of: (outcome: Outcome) => string][] = [
    [t('policy.trial.fillRate'), (one) => percent(one.fillRate)],
    [t('policy.trial.daysWithout'), (one) => count(one.daysWithout)],
    [
      t('policy.trial.meanStock'),
      (one) => (one.meanStock === null ? '' : count(Math.round(one.meanStock * 100) / 100)),
    ],
    [t('policy.trial.meanValue'), (one) => money(one.meanValue)],
    [t('policy.trial.orders'), (one) => count(one.orders)],
  ];
  return (
    <>
      <Box sx={{ mt: 1, color: 'text.secondary' }}>
        {t('policy.trial.played', { days: count(of.daysPlayed), count: of.items.length })}
      </Box>
      <Box
        component="table"
        sx={{ mt: 1, borderSpacing: '20px 4px', ml: '-20px', '& td': { textAlign: 'right' } }}
      >
        <thead>
          <tr>
            <th />
            <th>{t('policy.trial.today')}</th>
            <th>{t('policy.trial.tried')}</th>
          </tr>
        </thead>
        <tbody>
          {rows
            .filter(([, show]) => show(of.today) !== '')
            .map(([name, show]) => (
              <tr key={name}>
                <Box component="th" sx={{ textAlign: 'left', fontWeight: 400 }}>
                  {name}
                </Box>
                <td>{show(of.today)}</td>
                <td>
                  <b>{show(of.tried)}</b>
                </td>
              </tr>
            ))}
        </tbody>
      </Box>
      {of.course.length > 0 && (
        <StepChart
          title={t('policy.trial.course')}
          days={of.course.map((day) => day.day)}
          courses={[
            {
              key: 'today',
              label: t('policy.trial.today'),
              broken: true,
              values: of.course.map((day) => day.today),
            },
            {
              key: 'tried',
              label: t('policy.trial.tried'),
              values: of.course.map((day) => day.tried),
            },
          ]}
        />
      )}
      {of.failed.length > 0 && (
        <Box sx={{ color: 'error.main' }}>
          {t('policy.trial.failed', { items: of.failed.join('; ') })}
        </Box>
      )}
      {of.items.length > 1 && <Items of={of.items} />}
    </>
  );
}

function percent(share: number): string {
  return `${count(Math.round(share * 1000) / 10)} %`;
}

/** How single items would have fared; those first that were without stock the longest. */
function Items({ of }: { of: Trial['items'] }) {
  return (
    <Box
      component="table"
      sx={{ mt: 1, width: '100%', borderSpacing: '8px 2px', '& td': { textAlign: 'right' } }}
    >
      <thead>
        <tr>
          <Box component="th" sx={{ textAlign: 'left' }}>
            {t('policy.trial.byItem')}
          </Box>
          <th>{t('policy.trial.daysWithout')}</th>
          <th>{t('policy.trial.fillRate')}</th>
          <th>{t('policy.trial.meanValue')}</th>
        </tr>
      </thead>
      <tbody>
        {of.slice(0, SHOWN).map((one) => (
          <tr key={one.itemId}>
            <Box component="th" sx={{ textAlign: 'left', fontWeight: 400 }}>
              <Code>{one.item}</Code> {one.name}
            </Box>
            <td>{`${count(one.today.daysWithout)} → ${count(one.tried.daysWithout)}`}</td>
            <td>{`${percent(one.today.fillRate)} → ${percent(one.tried.fillRate)}`}</td>
            <td>{`${money(one.today.meanValue)} → ${money(one.tried.meanValue)}`}</td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
