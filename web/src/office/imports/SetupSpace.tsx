import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { get, post, put, question } from '../../api/ask';
import { useMay, useSites } from '../../app/session';
import { t } from '../../app/words';
import { count } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { useAddress } from '../../kit/useAddress';
import { useSave } from '../../kit/useSave';

const TABLES = '/office/rules/tables';
const ONE = { limit: 1 };

/** A step of setting up: what there is already, and the two ways to more. */
interface Step {
  key: 'house' | 'places' | 'items' | 'people' | 'stock' | 'labels';
  /** What there is; undefined while it is not known. */
  there?: number;
  /** Where one of it is made. */
  form: string;
  /** The tables by which many come at once. */
  tables?: readonly string[];
}

/** What an empty house needs, in the order in which it needs it. */
export function SetupSpace() {
  const steps = useSteps();
  const house = useQuery(question('/api/house'));
  const finish = useSave(['house'], put('/api/house/setting-up'));
  const first = steps.findIndex((step) => step.there === 0);
  return (
    <Room title={t('setup.title')}>
      <Box sx={{ overflow: 'auto', pb: 3, '& > *': { maxWidth: 860 } }}>
        <Box sx={{ mb: 2 }}>{t('setup.what')}</Box>
        <TryIt />
        <Box component="ol" sx={{ listStyle: 'none', p: 0, m: 0 }}>
          {steps.map((step, i) => (
            <StepRow key={step.key} step={step} number={i + 1} next={i === first} />
          ))}
        </Box>
        {house.data?.settingUp && (
          <Box sx={{ borderTop: 1, borderColor: 'divider', pt: 2 }}>
            <Button
              variant={first < 0 ? 'contained' : 'outlined'}
              loading={finish.isPending}
              onClick={() => finish.mutate({ settingUp: false })}
            >
              {t('setup.finish')}
            </Button>
            <Box sx={{ mt: 1, color: 'text.secondary' }}>{t('setup.finishHelp')}</Box>
          </Box>
        )}
        <ProblemNote problem={finish.error} />
      </Box>
    </Room>
  );
}

function useSteps(): Step[] {
  const house = useQuery(question('/api/house'));
  const sites = useSites();
  const items = useQuery(question('/api/items', ONE));
  const people = useQuery(question('/api/people/names'));
  const stock = useQuery(question('/api/ledger', ONE));
  const site = sites.data?.find((one) => one.binned);
  const bins = useQuery({
    ...question('/api/sites/{id}/bins', { id: site?.id ?? 0, ...ONE }),
    enabled: !!site,
  });
  const unbinned = sites.data && !site ? sites.data.length : undefined;
  return [
    {
      key: 'house',
      there: house.data && sites.data ? sites.data.length : undefined,
      form: '/office/rules/places?open=new-site',
      tables: ['sites'],
    },
    {
      key: 'places',
      there: site ? bins.data?.total : unbinned,
      form: '/office/rules/places',
      tables: ['areas', 'bins'],
    },
    {
      key: 'items',
      there: items.data?.total,
      form: '/office/rules/items?open=new',
      tables: ['items', 'packs', 'homes', 'suppliers', 'supplier items'],
    },
    {
      key: 'people',
      // Whoever sets up is one of them, and the house itself another.
      there: people.data && Math.max(0, people.data.length - 2),
      form: '/office/rules/people',
      tables: ['people'],
    },
    {
      key: 'stock',
      there: stock.data?.total,
      form: `${TABLES}?open=opening-stock`,
      tables: ['opening stock'],
    },
    { key: 'labels', form: '/office/rules/labels' },
  ];
}

function StepRow({ step, number, next }: { step: Step; number: number; next: boolean }) {
  const done = (step.there ?? 0) > 0;
  const mayPeople = useMay('PEOPLE');
  const others = step.key === 'people' && !mayPeople;
  return (
    <Box
      component="li"
      aria-current={next ? 'step' : undefined}
      sx={{
        display: 'grid',
        gridTemplateColumns: '36px 1fr',
        columnGap: 1.5,
        alignItems: 'start',
        borderTop: 1,
        borderColor: 'divider',
        py: 1.5,
      }}
    >
      <Box sx={{ typography: 'h2', lineHeight: 1.2 }}>{done ? '✓' : number}</Box>
      <Box>
        <Box sx={{ typography: 'h2', m: 0 }}>{t(`setup.steps.${step.key}`)}</Box>
        {done && (
          <Box sx={{ color: 'success.main', fontWeight: 700 }}>
            {t(`setup.there.${step.key as 'items'}`, {
              count: step.there,
              many: count(step.there!),
            })}
          </Box>
        )}
        <Box>{t(`setup.help.${step.key}`)}</Box>
        {others ? (
          <Box sx={{ color: 'text.secondary' }}>{t('setup.administrator')}</Box>
        ) : (
          <Ways step={step} next={next} />
        )}
      </Box>
    </Box>
  );
}

/** The form for the few, the file for the many. */
function Ways({ step, next }: { step: Step; next: boolean }) {
  const byFile = step.key === 'items' || step.key === 'stock';
  return (
    <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
      {step.form && (
        <Button
          component={Link}
          to={step.form}
          variant={next && !byFile ? 'contained' : 'outlined'}
        >
          {t(`setup.form.${step.key as 'items'}`)}
        </Button>
      )}
      {step.tables && (
        <>
          <Button component={Link} to={TABLES} variant={next && byFile ? 'contained' : 'outlined'}>
            {t('setup.file')}
          </Button>
          <Button
            component="a"
            href={`/api/tables/template?tables=${step.tables.map(encodeURIComponent).join(',')}`}
          >
            {t('setup.template')}
          </Button>
        </>
      )}
    </Box>
  );
}

/** A small house that nobody has, to look at; it goes again as an import does. */
function TryIt() {
  const { change } = useAddress();
  const example = useSave(
    ['imports'],
    async (command) => {
      const file = await fetch('/api/tables/example');
      const content = await file.blob();
      return post('/api/imports', { name: t('setup.exampleFile') })(
        command,
        new Blob([content], { type: 'application/octet-stream' }),
      );
    },
    () => change({ tried: 'yes' }),
  );
  const last = useQuery({
    ...question('/api/imports', ONE),
    queryFn: () => get('/api/imports', ONE),
  });
  const tried = last.data?.rows.find((row) => row.fileName === t('setup.exampleFile'));
  return (
    <Box sx={{ border: 1, p: 1.5, mb: 2, display: 'flex', gap: 2, alignItems: 'center' }}>
      <Box sx={{ flex: 1 }}>{t(tried ? 'setup.tried' : 'setup.tryIt')}</Box>
      {tried ? (
        <Button component={Link} to={`${TABLES}?open=${tried.id}`} variant="outlined">
          {t('setup.openExample')}
        </Button>
      ) : (
        <Button variant="outlined" loading={example.isPending} onClick={() => example.mutate()}>
          {t('setup.useExample')}
        </Button>
      )}
      <Button component="a" href="/api/tables/example">
        {t('setup.example')}
      </Button>
      <ProblemNote problem={example.error} />
    </Box>
  );
}
