import Box from '@mui/material/Box';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { t } from '../../app/words';
import { post, question } from '../../api/ask';
import type { Schemas } from '../../api/client';
import { useMay } from '../../app/session';
import { Actions } from '../../kit/Actions';
import { Papers } from '../../kit/DocumentPanel';
import { count as grouped, instant } from '../../kit/format';
import { ProblemNote } from '../../kit/ProblemNote';
import { Progress } from '../../kit/Progress';
import { Room } from '../../kit/Rail';
import { useAddress } from '../../kit/useAddress';
import { CheckForm } from './CountChecks';
import { CountHistory } from './CountHistory';
import { CountState } from './CountState';
import { Views } from '../../kit/Views';
import { Posting } from './Posting';
import { ResultPanel } from './ResultPanel';
import { Review } from './Review';
import { SheetTyping } from './SheetTyping';
import { SlipList } from './SlipList';
import { COUNTS } from './counts';

type Card = Schemas['CountCard'];

const VIEWS = ['review', 'slips', 'sheets', 'history'] as const;

/** One count: what was found, who counts what, everything that happened, and what posting does. */
export function CountPage() {
  const id = Number(useParams().id);
  const mayPost = useMay('POST');
  const { value, change } = useAddress();
  const card = useQuery({
    ...question('/api/counts/{id}', { id }),
    refetchInterval: ({ state }) => (isAtWork(state.data) ? LOOK_AGAIN : false),
  });
  const working = isAtWork(card.data);
  const queries = useQueryClient();
  useEffect(() => {
    if (!working) {
      // What was found, and what posting would do, is otherwise than before.
      for (const key of COUNTS) {
        void queries.invalidateQueries({ queryKey: [key] });
      }
    }
  }, [working, queries]);
  const one = card.data;
  if (!one) {
    return (
      <Room title={t('loading')}>
        <ProblemNote problem={card.error} />
      </Room>
    );
  }
  const counts = one.state === 'PREPARED' || one.state === 'COUNTING';
  const view = (value('view') ||
    (one.state === 'PREPARED' ? 'slips' : 'review')) as (typeof VIEWS)[number];
  const opened = value('open');
  return (
    <>
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
        <Room
          title={one.number}
          tools={
            <>
              <CountState state={one.state} />
              <span>{t(`counting.method.${one.method}`)}</span>
              <span>{one.site}</span>
              {one.slips > 0 && (
                <span>
                  {t('count.slipsDone', { done: grouped(one.done), slips: grouped(one.slips) })}
                </span>
              )}
              {!working && (
                <Box sx={{ ml: 'auto' }}>
                  <CountActions count={one} />
                </Box>
              )}
            </>
          }
        >
          <Views
            label={one.number}
            of={VIEWS.filter((each) => each !== 'sheets' || (counts && mayPost)).map(
              (each) => [each, t(`count.view.${each}`)] as const,
            )}
            value={view}
            onChange={(next) => change({ view: next, open: null })}
          >
            {one.checks > 0 && (
              <Link to={`/office/checking/counts/${one.checks}`}>
                {t('count.checks', { number: one.checksNumber })}
              </Link>
            )}
            {one.note && <Box sx={{ color: 'text.secondary' }}>{one.note}</Box>}
            {one.posting > 0 && (
              <Link to={`/office/looking-back?posting=${one.posting}`}>
                {t(one.reversed ? 'count.postingReversed' : 'count.posting', {
                  at: instant(one.ended, one.siteId),
                })}
              </Link>
            )}
          </Views>
          {one.work && <AtWork work={one.work} />}
          {view === 'review' && <Review count={one} opened={opened} />}
          {view === 'slips' && <SlipList count={one} />}
          {view === 'sheets' && <SheetTyping count={one} />}
          {view === 'history' && <CountHistory count={one} />}
        </Room>
        {!counts && !working && one.state !== 'CANCELLED' && <Posting count={one} />}
      </Box>
      {/^[0-9]+$/.test(opened) && view === 'review' && (
        <ResultPanel
          key={opened}
          count={one}
          result={Number(opened)}
          onClose={() => change({ open: null })}
        />
      )}
    </>
  );
}

/** How often a page looks how far something is. */
const LOOK_AGAIN = 1_000;

function isAtWork(count: Card | undefined) {
  return count?.work != null && count.work.failure === null;
}

/** What is being done with a large count, and how far it is; or why it was not done. */
function AtWork({ work }: { work: NonNullable<Card['work']> }) {
  const what = t(`count.work.${work.kind}`);
  if (work.failure !== null) {
    return (
      <Box role="alert" sx={{ color: 'error.main', fontWeight: 700, mb: 1 }}>
        {t('count.workFailed', { what, why: work.failure })}
      </Box>
    );
  }
  return (
    <Box role="status" sx={{ maxWidth: 560, mb: 1.5 }}>
      {t('count.working', { what, done: grouped(work.done), total: grouped(work.total) })}
      <Progress label={what} done={work.done} all={work.total} />
    </Box>
  );
}

function CountActions({ count }: { count: Card }) {
  const navigate = useNavigate();
  const path = { id: count.id };
  const papers = `/api/counts/${count.id}/papers`;
  const sheet = `/api/export/counts/${count.id}?format=`;
  return (
    <Actions
      can={count.can}
      old={[...COUNTS, 'on-hand', 'ledger']}
      of={[
        {
          can: 'CHECK',
          word: t('count.check'),
          seldom: count.state === 'IN_REVIEW',
          form: (leave) => <CheckForm count={count} onLeave={leave} />,
        },
        {
          can: 'REVERSE',
          word: t('count.reverse'),
          ask: {
            label: t('count.reverseWhy'),
            go: t('count.reverseIt'),
            note: <Box sx={{ maxWidth: 420 }}>{t('count.reverseMeans')}</Box>,
          },
          send: (command, reason) =>
            post('/api/postings/{posting}/reversal', { posting: count.posting })(command, {
              reason,
            }),
        },
        {
          can: 'TO_REVIEW',
          word: t('count.toReview'),
          send: post('/api/counts/{id}/review', path),
        },
        {
          can: 'REOPEN',
          word: t('count.countOn'),
          send: post('/api/counts/{id}/counting', path),
        },
        {
          can: 'CANCEL',
          word: t('count.drop'),
          ask: {
            label: t('count.dropWhy'),
            go: t('count.dropIt'),
            note: <Box sx={{ maxWidth: 420 }}>{t('count.dropWarning')}</Box>,
          },
          send: async (command, reason) => {
            await post('/api/counts/{id}/drop', path)(command, { reason });
            void navigate('/office/checking/counts');
          },
        },
      ]}
    >
      <Papers
        links={[
          [`${papers}/SHEETS`, t('count.paper.sheets')],
          [`${papers}/SHEETS_WITH_BOOK`, t('count.paper.sheetsWithBook')],
          [`${papers}/DISCREPANCIES`, t('count.paper.discrepancies')],
          [`${sheet}XLSX`, t('count.paper.xlsx')],
          [`${sheet}CSV`, t('count.paper.csv')],
        ]}
      />
    </Actions>
  );
}
