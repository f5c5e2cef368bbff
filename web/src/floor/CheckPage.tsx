import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { t } from '../app/words';
import { question } from '../api/ask';
import type { Schemas } from '../api/client';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { ago } from '../kit/format';
import { ProblemNote } from '../kit/ProblemNote';
import { sound } from '../kit/tones';
import { Choosing, DoneNote, Marks, Refusal, Row as Line, SmallButton } from './Parts';
import { RejectGoods, type Looked } from './RejectGoods';
import { ScanBar } from './ScanBar';
import type { Site } from './talk';

type Row = Schemas['WaitingRow'];

/** What goods are called by a scanner: their bin, item, lot, serial number, unit load. */
function codesOf(row: Row, site: Site): Set<string> {
  return new Set(
    [row.item, row.lot, row.serial, row.load, row.place, `${site.code}.${row.place}`]
      .filter((code) => code !== null)
      .map((code) => code.toUpperCase()),
  );
}

/** Goods that wait at a site until someone has looked at them. */
export function useToCheck(site: number) {
  return useQuery(question('/api/waiting', { site, toCheck: true }));
}

/** Goods on docks and at inspection: tap them, and say what of them is good. */
export function CheckPage({ site }: { site: Site }) {
  const navigate = useNavigate();
  const waiting = useToCheck(site.id);
  const [looked, setLooked] = useState<Looked>();
  const [done, setDone] = useState<string>();
  const [refusal, setRefusal] = useState<string>();
  // What was scanned, where it fits several.
  const [narrowed, setNarrowed] = useState<string>();
  const look = (row: Row) => {
    setDone(undefined);
    setRefusal(undefined);
    setNarrowed(undefined);
    setLooked(row);
  };
  const hear = (text: string) => {
    const said = text
      .trim()
      .toUpperCase()
      .replace(/^R[BIU]\./, '');
    const fitting = said ? (waiting.data ?? []).filter((row) => codesOf(row, site).has(said)) : [];
    if (fitting.length === 1) {
      sound('good');
      look(fitting[0]!);
    } else if (fitting.length > 1) {
      sound('good');
      setRefusal(undefined);
      setNarrowed(said);
    } else if (said) {
      sound('bad');
      setRefusal(t('checked.notHere', { text: text.trim() }));
    }
  };
  const rows = waiting.data?.filter((row) => !narrowed || codesOf(row, site).has(narrowed));
  if (looked) {
    return (
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        <RejectGoods
          goods={looked}
          onDone={(said) => {
            setDone(`${looked.name}: ${said}`);
            setLooked(undefined);
          }}
          onLeave={() => setLooked(undefined)}
        />
      </Box>
    );
  }
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        {done && <DoneNote title={done}>{null}</DoneNote>}
        {refusal && <Refusal sentence={refusal} />}
        <Choosing
          title={t('checked.title')}
          find={t('checked.find')}
          none={waiting.data?.length === 0 && t('checked.none')}
        >
          <ProblemNote problem={waiting.error} />
          {narrowed && (
            <SmallButton onClick={() => setNarrowed(undefined)}>{t('checked.all')}</SmallButton>
          )}
          {rows?.map((row) => (
            <Line
              key={row.key}
              onTap={() => look(row)}
              start={<Code strong>{row.place}</Code>}
              title={row.name}
              detail={
                <>
                  <Marks of={row} /> {row.document} {row.since && ago(row.since)}
                </>
              }
              end={<Amount value={row.quantity} unit={row.symbol} />}
            />
          ))}
        </Choosing>
      </Box>
      <Box sx={{ px: 1.5, pb: 1.5, display: 'flex' }}>
        <SmallButton onClick={() => void navigate('/floor')}>{t('back')}</SmallButton>
      </Box>
      <ScanBar site={site.id} hint={t('checked.scan')} onScan={hear} />
    </>
  );
}
