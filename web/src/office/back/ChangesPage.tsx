import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { t } from '../../app/words';
import { question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMe } from '../../app/session';
import { DateField } from '../../kit/DateField';
import { Bars } from '../../kit/Bars';
import { date, money } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Room } from '../../kit/Rail';
import { Part } from '../../kit/SidePanel';
import { SheetFile } from '../../kit/SheetFile';
import { daysAgo, endOf, plainDay } from '../../kit/spans';
import { useAddress } from '../../kit/useAddress';
import { PoolChoice } from './PoolChoice';

/** What changed the value of stock between two days, and the journal of that time. */
export function ChangesPage() {
  const { value, change } = useAddress();
  const me = useMe();
  const first = value('from') || plainDay(new Date(daysAgo(30)));
  const last = value('to') || plainDay(new Date());
  const span = { from: new Date(`${first}T00:00`).toISOString(), to: endOf(last) };
  const pool = value('pool') ? Number(value('pool')) : undefined;
  const changes = useQuery(question('/api/value/changes', { ...span, pool }));
  return (
    <Room
      title={t('lookingBack.changes')}
      tools={
        <>
          <DateField
            label={t('ledger.filter.after')}
            value={first}
            onChange={(event) => change({ from: event.target.value })}
          />
          <DateField
            label={t('ledger.filter.before')}
            value={last}
            onChange={(event) => change({ to: event.target.value })}
          />
          <PoolChoice />
        </>
      }
    >
      <ProblemNote problem={changes.error} />
      {changes.data && <Statement changes={changes.data} first={first} last={last} />}
      {me.everywhere && (
        <Box sx={{ maxWidth: 760, pb: 3 }}>
          <Part title={t('journal.title')} rank="h2">
            <Box sx={{ mb: 1 }}>{t('journal.what')}</Box>
            <SheetFile path="journal" question={span} />
            <Button
              component="a"
              href={`/api/value/journal?${new URLSearchParams(span)}`}
              download="journal.json"
            >
              JSON
            </Button>
          </Part>
        </Box>
      )}
    </Room>
  );
}

function Statement({
  changes,
  first,
  last,
}: {
  changes: Schemas['ValueChanges'];
  first: string;
  last: string;
}) {
  return (
    <Box sx={{ maxWidth: 760 }}>
      <Sum word={t('value.before', { day: date(first) })} value={changes.before} />
      <Box sx={{ my: 2 }}>
        <Bars
          title={t('value.changed')}
          bars={changes.changes.map((one) => ({
            key: one.cause,
            label: t(`value.cause.${one.cause}`),
            value: one.value,
          }))}
        />
        {changes.changes.length === 0 && <Box>{t('value.unchanged')}</Box>}
      </Box>
      <Sum word={t('value.after', { day: date(last) })} value={changes.after} strong />
    </Box>
  );
}

function Sum({ word, value, strong }: { word: string; value: number; strong?: boolean }) {
  return (
    <Box
      sx={{
        display: 'flex',
        justifyContent: 'space-between',
        fontSize: 22,
        fontWeight: strong ? 700 : 400,
        borderTop: strong ? 2 : 0,
        pt: strong ? 1 : 0,
      }}
    >
      <span>{word}</span>
      <span>{money(value)}</span>
    </Box>
  );
}
