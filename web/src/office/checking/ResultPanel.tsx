import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { GridRow } from '../../kit/GridRow';
import { Code } from '../../kit/Code';
import { instant, money, quantity } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { PanelToCome, Part, SidePanel } from '../../kit/SidePanel';
import { useSave } from '../../kit/useSave';
import { whatCan } from '../../kit/whatCan';
import { signed } from './Review';
import { COUNTS } from './counts';
import { t, type Word } from '../../app/words';

type Card = Schemas['CountCard'];

const DECISIONS = ['ACCEPT', 'RECOUNT', 'LEAVE', 'ZERO'] as const;

/** One position: the figures, what moved since it was last right, and what is to be done. */
export function ResultPanel({
  count,
  result,
  onClose,
}: {
  count: Card;
  result: number;
  onClose: () => void;
}) {
  const { can } = whatCan(count.can);
  const path = { id: count.id };
  const found = useQuery(question('/api/counts/{id}/results/{line}', { ...path, line: result }));
  const trail = useQuery(
    question('/api/counts/{id}/results/{line}/trail', { ...path, line: result }),
  );
  const decide = useSave(COUNTS, (command, decision: Schemas['DecisionEntry']['decision']) =>
    post('/api/counts/{id}/decisions', path)(command, { decision, ids: [result] }),
  );
  const one = found.data;
  if (!one) {
    return <PanelToCome problem={found.error} onClose={onClose} width={460} />;
  }
  const wrong = Number(one.variance) !== 0;
  const figures = [
    ['count.book', quantity(one.book)],
    ['count.counted', Number(one.counted) === 0 ? '0' : quantity(one.counted)],
    ['count.variance', wrong ? signed(Number(one.variance), quantity(one.variance)) : '–'],
    ['count.value', one.value === 0 ? '–' : signed(one.value, money(one.value))],
  ] as const;
  return (
    <SidePanel
      title={one.name}
      over={
        <>
          <Code strong>{one.place}</Code> {one.lot && `· ${t('lot')} ${one.lot}`}
          {one.serial && ` · ${one.serial}`}
          {one.condition !== 'GOOD' && ` · ${t(`conditions.${one.condition}`)}`}
        </>
      }
      onClose={onClose}
      width={460}
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 1, my: 1 }}>
        {figures.map(([word, figure]) => (
          <Box key={word}>
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>{t(word)}</Box>
            <Box sx={{ fontSize: 22, fontWeight: 700 }}>{figure}</Box>
          </Box>
        ))}
      </Box>
      <Box>
        {t('count.countedByAt', { people: one.people, at: instant(one.moment) })}
        {one.rounds > 1 && ` · ${t('count.roundOf', { round: one.round, rounds: one.rounds })}`}
        {one.stated && ` · ${t('count.statedZero')}`}
      </Box>
      <Affected of={one} />
      {one.disturbed && (
        <Box sx={{ borderLeft: '4px solid', pl: 1, my: 1 }}>{t('count.disturbedHelp')}</Box>
      )}
      {can('DECIDE') && wrong && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', my: 1.5 }}>
          {one.decision === 'UNDECIDED' ? (
            DECISIONS.map((decision, i) => (
              <Button
                key={decision}
                variant={i === 0 ? 'contained' : 'outlined'}
                onClick={() => decide.mutate(decision)}
              >
                {t(`count.do.${decision}`)}
              </Button>
            ))
          ) : (
            <>
              <Box sx={{ alignSelf: 'center' }}>
                {t(`count.decided.${one.decision}`)}
                {one.decidedBy && `, ${one.decidedBy}`}
              </Box>
              <Button variant="outlined" onClick={() => decide.mutate('UNDECIDED')}>
                {t('count.undecide')}
              </Button>
            </>
          )}
        </Box>
      )}
      <ProblemNote problem={decide.error} />
      <Part title={t('count.trail')}>
        <Box sx={{ color: 'text.secondary', mb: 0.5 }}>{t('count.trailHelp')}</Box>
        <Trail rows={trail.data ?? []} />
        <ProblemNote problem={trail.error} />
      </Part>
    </SidePanel>
  );
}

const TRACKS = '128px 1fr 52px 52px 52px';
const TRAIL = { fontSize: 14, '& > :nth-child(n+3)': { textAlign: 'right' } } as const;

/** Book and shelf side by side, the latest first. */
function Trail({ rows }: { rows: Schemas['CountTrail'][] }) {
  return (
    <Box>
      <GridRow head tracks={TRACKS} sx={TRAIL}>
        {[t('count.when'), t('count.what'), '±', t('count.book'), t('count.shelf')].map((word) => (
          <span key={word}>{word}</span>
        ))}
      </GridRow>
      {rows.map((row, i) => (
        <GridRow
          key={i}
          tracks={TRACKS}
          sx={{ ...TRAIL, fontWeight: row.kind === 'COUNTED' ? 700 : undefined }}
        >
          <span>{instant(row.at)}</span>
          <span>
            {row.kind === 'COUNTED'
              ? t('count.sawIt', { name: row.person, number: row.document ?? '' })
              : `${t(`kind.${row.what}` as Word)} ${row.other ?? ''}`}
            {row.kind === 'MOVED' && (
              <Box component="span" sx={{ color: 'text.secondary', display: 'block' }}>
                {row.person}
                {row.posting && (
                  <>
                    {' · '}
                    <Link to={`/office/looking-back?posting=${row.posting}`}>{row.posting}</Link>
                  </>
                )}
              </Box>
            )}
          </span>
          <span>{row.change && signed(Number(row.change), quantity(row.change))}</span>
          <span>{row.book && (Number(row.book) === 0 ? '0' : quantity(row.book))}</span>
          <span>{row.shelf && (Number(row.shelf) === 0 ? '0' : quantity(row.shelf))}</span>
        </GridRow>
      ))}
      {rows.length === 0 && <Box sx={{ color: 'text.secondary' }}>{t('count.noTrail')}</Box>}
    </Box>
  );
}

/** Who had reserved what is no longer there. */
function Affected({ of }: { of: Schemas['CountResult'] }) {
  const kept = useQuery({
    ...question('/api/reservations', { item: of.itemId, place: of.placeId, lot: of.lotId }),
    enabled: Number(of.variance) < 0,
  });
  const rows = (kept.data ?? []).filter((row) => row.serial === of.serial && row.load === of.load);
  const reserved = rows.reduce((sum, row) => sum + Number(row.quantity), 0);
  if (reserved <= Number(of.counted)) {
    return null;
  }
  return (
    <Box role="note" sx={{ borderLeft: 4, borderColor: 'error.main', pl: 1, my: 1 }}>
      {t('count.reservedThere', { reserved: quantity(String(reserved)), unit: of.symbol })}{' '}
      {rows.map((row) => (
        <span key={row.id}>
          <Code strong>{row.document}</Code> {quantity(row.quantity)}{' '}
        </span>
      ))}
    </Box>
  );
}
