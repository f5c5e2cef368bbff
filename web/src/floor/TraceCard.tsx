import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { t } from '../app/words';
import { question } from '../api/ask';
import type { Schemas } from '../api/client';
import { Amount } from '../kit/Amount';
import { Code } from '../kit/Code';
import { date, quantity } from '../kit/format';
import { sumOf } from '../kit/traceWords';
import { Card } from './Cards';
import { Listed, Marks, Row } from './Parts';

type Site = Schemas['SiteCard'];

/** The short answer of where a lot came from, where it is and where it went. */
export function LotTrace({ site }: { site: Site }) {
  const id = Number(useParams().id);
  return <Answer site={site} answer={useQuery(question('/api/trace/lots/{id}', { id }))} />;
}

/** The same of a piece. */
export function SerialTrace({ site }: { site: Site }) {
  const id = Number(useParams().id);
  return <Answer site={site} answer={useQuery(question('/api/trace/serials/{id}', { id }))} />;
}

function Answer({
  site,
  answer,
}: {
  site: Site;
  answer: { data?: Schemas['Trace']; error: Error | null };
}) {
  const trace = answer.data;
  const subject = trace?.parts[0];
  const jobs = new Set(trace?.jobs.filter((job) => job.made.length > 0).map((job) => job.document));
  const holders = trace?.holders.filter(
    (side) => side.place !== 'USED_UP' || !side.documents.some((number) => jobs.has(number)),
  );
  const goods = subject?.goods;
  return (
    <Card
      site={site}
      over={goods && `${goods.item} ${goods.name}`}
      title={
        goods ? (
          <Code>{goods.serial ?? goods.lot}</Code>
        ) : answer.error ? (
          t('lookingBack.trace')
        ) : (
          t('loading')
        )
      }
      problem={answer.error}
    >
      {subject && (
        <Box sx={{ fontSize: 20 }}>
          {sumOf(subject)}{' '}
          {Number(subject.balance.missing) === 0 ? (
            t('trace.nothingMissing')
          ) : (
            <Box component="b" sx={{ color: 'error.main' }}>
              {t('trace.missing', { quantity: quantity(subject.balance.missing) })}
            </Box>
          )}
        </Box>
      )}
      {trace && subject && (
        <>
          <Listed head={t('trace.origins')}>
            {trace.origins.length === 0 && <Box>{t('trace.nowhere')}</Box>}
            {trace.origins.map((side) => (
              <SideRow key={keyOf(side)} side={side} trace={trace} />
            ))}
          </Listed>
          <Listed head={t('trace.held')}>
            {subject.positions.length === 0 && <Box>{t('trace.noneHeld')}</Box>}
            {subject.positions.map((one) => {
              const place = trace.places.find((known) => known.id === one.placeId);
              return (
                <Row
                  key={[one.placeId, one.load, one.serial, one.condition].join(' ')}
                  title={<Code strong>{place?.address}</Code>}
                  detail={
                    <>
                      {place?.site} <Marks of={one} />
                    </>
                  }
                  end={<Amount value={one.quantity} unit={subject.goods.symbol} />}
                />
              );
            })}
          </Listed>
          <Listed head={t('trace.holders')}>
            {holders?.length === 0 && <Box>{t('trace.nobody')}</Box>}
            {holders?.map((side) => (
              <SideRow key={keyOf(side)} side={side} trace={trace} />
            ))}
          </Listed>
        </>
      )}
    </Card>
  );
}

function keyOf(side: Schemas['TraceSide']): string {
  return [side.place, side.party?.name, side.part].join(' ');
}

function SideRow({ side, trace }: { side: Schemas['TraceSide']; trace: Schemas['Trace'] }) {
  const goods = trace.parts[side.part].goods;
  return (
    <Row
      title={side.party?.name ?? t(`trace.places.${side.place}`)}
      detail={[
        trace.parts.length > 1 && `${goods.name} ${goods.serial ?? goods.lot}`,
        side.documents.slice(0, 3).join(', '),
        date(side.last.slice(0, 10)),
      ]
        .filter(Boolean)
        .join(' · ')}
      end={<Amount value={side.there} unit={goods.symbol} />}
    />
  );
}
