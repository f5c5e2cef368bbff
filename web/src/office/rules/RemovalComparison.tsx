import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { t, within } from '../../app/words';
import { post } from '../../api/ask';
import { commandId, type Schemas } from '../../api/client';
import { useSites } from '../../app/session';
import { Choice, optionsById } from '../../kit/Choice';
import { count, quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';

type Comparison = Schemas['RemovalComparison'];
type Outcome = Schemas['RemovalOutcome'];

const FIGURES = ['missing', 'expired', 'stops', 'splits', 'remainders'] as const;
const MOST_ITEMS = 8;

/** The demand of the last days played over again: by this rule, and by the rules as they are. */
export function RemovalComparison({
  entry,
  replaces,
}: {
  entry: Schemas['RemovalRuleEntry'];
  replaces?: number;
}) {
  const sites = useSites().data ?? [];
  const own = sites.find(
    (one) => one.id === entry.site || one.areas.some((area) => area.id === entry.area),
  );
  const [chosen, setChosen] = useState('');
  const site = String(own?.id ?? (chosen || sites[0]?.id || ''));
  const [days, setDays] = useState('90');
  const play = useMutation({
    mutationFn: () =>
      post('/api/removal/comparison')(commandId(), {
        site: Number(site),
        days: Number(days),
        rule: entry,
        replaces,
      }),
  });
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
        <Choice
          label={t('site')}
          value={site}
          disabled={!!own}
          onChange={setChosen}
          options={optionsById(sites)}
        />
        <Choice
          label={t('usage.span')}
          value={days}
          onChange={setDays}
          options={['30', '90', '365'].map(
            (one) => [one, t('usage.days', { count: Number(one) })] as const,
          )}
        />
        <Button variant="outlined" loading={play.isPending} onClick={() => play.mutate()}>
          {t('removal.compare')}
        </Button>
      </Box>
      <ProblemNote problem={play.error} />
      {play.data && <Compared of={play.data} />}
    </>
  );
}

function Compared({ of }: { of: Comparison }) {
  if (of.askings === 0) {
    return <Box sx={{ mt: 1 }}>{t('removal.nothingAsked')}</Box>;
  }
  const grid = {
    display: 'grid',
    gridTemplateColumns: '1fr 150px 110px',
    gap: 1,
    py: 0.5,
    borderBottom: 1,
    borderColor: 'divider',
    '& > :nth-child(n+2)': { textAlign: 'right' },
  } as const;
  const shown = (figure: (typeof FIGURES)[number], one: Outcome) =>
    figure === 'missing' || figure === 'expired'
      ? Number(one[figure]) && quantity(one[figure])
      : count(one[figure]);
  const changed = of.items.filter((one) =>
    FIGURES.some((figure) => one.now[figure] !== one.then[figure]),
  );
  return (
    <Box sx={{ mt: 1.5 }}>
      <Box>{t('removal.played', { lines: of.askings, items: of.items.length })}</Box>
      {of.left > 0 && (
        <Box sx={{ color: 'text.secondary' }}>{t('removal.notPlayed', { count: of.left })}</Box>
      )}
      <Box sx={{ typography: 'h2', mt: 1 }}>
        {changed.length === 0
          ? t('removal.noDifference')
          : t('removal.difference', { count: changed.length })}
      </Box>
      <Box sx={{ ...grid, color: 'text.secondary', whiteSpace: 'nowrap' }}>
        <span />
        <span>{t('removal.asItIs')}</span>
        <span>{t('removal.byThis')}</span>
      </Box>
      {FIGURES.map((figure) => (
        <Box key={figure} sx={grid}>
          <span>{t(`removal.figure.${figure}`)}</span>
          <span>{shown(figure, of.now)}</span>
          <Box sx={{ fontWeight: of.now[figure] === of.then[figure] ? 400 : 700 }}>
            {shown(figure, of.then)}
          </Box>
        </Box>
      ))}
      {changed.slice(0, MOST_ITEMS).map((one) => (
        <Box key={one.itemId} sx={{ py: 0.5, borderBottom: 1, borderColor: 'divider' }}>
          {one.name}
          <Box sx={{ color: 'text.secondary', fontSize: 14 }}>
            {FIGURES.filter((figure) => one.now[figure] !== one.then[figure])
              .map(
                (figure) =>
                  `${within(t(`removal.figure.${figure}`))} ${shown(figure, one.now)} → ${shown(figure, one.then)}`,
              )
              .join(' · ')}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
