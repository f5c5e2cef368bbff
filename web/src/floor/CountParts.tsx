import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../app/words';
import { Problem, type Schemas } from '../api/client';
import { Code } from '../kit/Code';
import { CountChoice } from './CountChoice';
import { Asked, CountLines, NotFound } from './CountLists';
import { sentenceDesk, type Step } from './desks';
import { HeadStrip, Listed, Row } from './Parts';
import { useBasics, type Parts, type Talk } from './talk';

type Counting = Schemas['FloorCounting'];

/**
 * What is counted where someone stands. What colleagues count arrives beside it, and leaves alone
 * what was last said to this person.
 */
function useCounting({ site, now, desk }: Talk): Counting {
  const { load } = sentenceDesk(site.id, 'COUNT');
  const live = useQuery({ queryKey: ['count-live', site.id], queryFn: load });
  const said = now.counting!;
  const newer =
    live.data && live.dataUpdatedAt > desk.view.dataUpdatedAt ? live.data.counting : undefined;
  return newer && newer.slip?.id === said.slip?.id && newer.count?.id === said.count?.id
    ? {
        ...newer,
        slip: said.slip,
        statesAll: said.statesAll,
        asking: said.asking,
        notFound: said.asking ? said.notFound : newer.notFound,
      }
    : said;
}

/** Counting: a bin, then whatever is in it, in any order. Each scan is kept as it is made. */
export function useCountParts(talk: Talk): Parts {
  const { now, desk } = talk;
  const { undo, back, confirm } = useBasics(talk);
  const [line, setLine] = useState<number | null>(null);
  const counting = useCounting(talk);
  const { count, slip, lines, notFound } = counting;
  const speak = (step: Step) => {
    setLine(null);
    desk.speak(step);
  };
  const choose = (document: number) => speak({ kind: 'document', document });
  if (!count) {
    return {
      choice: (
        <CountChoice
          counts={counting.counts}
          onChoose={choose}
          onBegin={(method) => speak({ kind: 'method', method })}
        />
      ),
      small: [back],
      hint: t('counting.hintChoose'),
    };
  }
  const bin = now.place?.address ?? null;
  const at = bin !== null || slip !== null;
  const where = slip?.load ?? slip?.item ?? bin ?? '';
  const { fault } = desk;
  const unlisted =
    fault instanceof Problem && fault.type === 'not-on-count' ? Number(fault.values.place) : null;
  const common = {
    head: <Head count={count} others={counting.others} />,
    hint: t(
      bin === null
        ? 'counting.hintBin'
        : now.wanted[0] === 'LOT'
          ? 'counting.hintLot'
          : count.shape === 'LOAD'
            ? 'counting.hintLoad'
            : 'counting.hint',
    ),
  };
  if (counting.asking) {
    return {
      ...common,
      title: <Asked notFound={notFound} where={where} here={bin} />,
      small: [{ ...undo, label: t('counting.goOn'), disabled: false }],
      main: confirm(t('counting.notThere', { count: notFound.length })),
    };
  }
  const nothing = lines.length === 0 && now.item.id === null;
  return {
    ...common,
    add: unlisted !== null && {
      label: t('counting.countItToo'),
      onPress: () => speak({ kind: 'enter', place: unlisted }),
    },
    body: at ? (
      <>
        <CountLines
          lines={lines}
          opened={line}
          onOpen={setLine}
          onCorrect={(id, amount) =>
            speak({ kind: 'line', line: id, quantity: amount ?? undefined })
          }
          withPlace={bin === null || slip?.itemId !== null}
        />
        <NotFound notFound={notFound} none={lines.length === 0} here={bin} />
      </>
    ) : (
      <Slips slips={counting.slips} onTake={(of) => speak({ kind: 'slip', slip: of })} />
    ),
    small: at
      ? [now.canUndo ? undo : back]
      : [back, { label: t('counting.other'), onPress: () => choose(0) }],
    main: at
      ? confirm(
          nothing && counting.statesAll
            ? t(slip?.load ? 'counting.loadNotThere' : 'counting.empty', { where })
            : t('counting.leave', { where: counting.unbinned ? t('counting.theSite') : where }),
        )
      : count.shape === 'FREE' && count.done > 0
        ? { label: t('counting.finish'), onPress: () => speak({ kind: 'finish' }) }
        : undefined,
  };
}

function Head({ count, others }: { count: Schemas['FloorCountChoice']; others: string[] }) {
  return (
    <HeadStrip number={count.number}>
      <Box sx={{ flex: 1 }}>{t(`counting.method.${count.method}`)}</Box>
      {count.slips > 0 && (
        <Box sx={{ color: 'text.secondary' }}>
          {t('counting.progress', { done: count.done, slips: count.slips })}
        </Box>
      )}
      {others.length > 0 && (
        <Box sx={{ width: '100%', fontWeight: 600 }}>
          {t('counting.others', { names: others.join(', '), count: others.length })}
        </Box>
      )}
    </HeadStrip>
  );
}

/** What may be counted next, in the order of walking. */
function Slips({ slips, onTake }: { slips: Counting['slips']; onTake: (slip: number) => void }) {
  return (
    <Listed head={slips.length > 0 ? t('counting.next') : t('counting.noSlips')}>
      {slips.map((slip) => (
        <Row
          key={slip.id}
          onTap={() => onTake(slip.id)}
          title={
            <>
              {slip.load && <Code strong>{slip.load}</Code>}
              {slip.place && !slip.load && <Code strong>{slip.place}</Code>}
              {slip.place && slip.item && ' · '}
              {slip.item}
            </>
          }
          detail={
            [
              slip.load && (slip.place ?? t('counting.nowhere')),
              slip.again && t('counting.again'),
              slip.mine && t('counting.yours'),
              slip.taken && t('counting.taken'),
            ]
              .filter(Boolean)
              .join(' · ') || undefined
          }
          end={<span aria-hidden>→</span>}
        />
      ))}
    </Listed>
  );
}
