import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { t } from '../app/words';
import { question } from '../api/ask';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { ago } from '../kit/format';
import { ProblemNote } from '../kit/ProblemNote';
import { Choosing, DoneNote, Marks, Row, SmallButton } from './Parts';
import { RejectGoods, type Looked } from './RejectGoods';
import type { Site } from './talk';

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
        <Choosing
          title={t('checked.title')}
          find={t('checked.find')}
          none={waiting.data?.length === 0 && t('checked.none')}
        >
          <ProblemNote problem={waiting.error} />
          {waiting.data?.map((row) => (
            <Row
              key={row.key}
              onTap={() => {
                setDone(undefined);
                setLooked(row);
              }}
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
    </>
  );
}
