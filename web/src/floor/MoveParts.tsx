import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { t } from '../app/words';
import { Candidates } from './Offers';
import { RefillList } from './RefillList';
import { DockList, RoundList, WaitingList, WhyHere } from './PutAwayLists';
import { SentenceLine } from './SentenceLine';
import { useBasics, type Parts, type Talk } from './talk';

/** Moving, and putting away what waits on a dock or a trolley. */
export function useMoveParts(talk: Talk): Parts {
  const { site, now, desk } = talk;
  const basics = useBasics(talk);
  const { undo, clear, back, confirm } = basics;
  const [asking, setAsking] = useState(false);
  const away = now.verb === 'PUT_AWAY';
  const refill = now.verb === 'REFILL';
  const move = !away && !refill;
  const done = now.outcome === 'DONE';
  const resting = !now.canUndo && !done;
  const onTrolley = now.load?.part === 'OFF' && now.item.state === 'EMPTY' ? now.load : null;
  const same = { label: t('move.same'), onPress: () => desk.act('SAME') };
  const begun = [
    undo,
    ...(!move ? [] : [{ label: t('move.turn'), onPress: () => desk.act('TURN') }]),
    clear,
  ];
  const doIt =
    now.load?.part === 'ONTO'
      ? t('away.load_it')
      : t(away ? 'away.confirm' : refill ? 'refill.confirm' : 'move.confirm');
  return {
    title: done ? (
      <></>
    ) : !move && resting ? (
      <Box component="h1" sx={{ typography: 'h1', fontSize: 30, m: 0, p: 2, pb: 1 }}>
        {t(away ? 'away.title' : 'refill.title')}
      </Box>
    ) : (
      <SentenceLine view={now} onWhy={refill ? undefined : () => setAsking(true)} />
    ),
    add: basics.addable(t('refill.allTheSame')),
    afterwards: move && (
      <>
        <Button
          variant="outlined"
          fullWidth
          onClick={same.onPress}
          sx={{ minHeight: 64, fontSize: 20, mt: 1 }}
        >
          {same.label}
        </Button>
        <Box sx={{ mt: 1, fontSize: 18, color: 'text.secondary' }}>{t('move.next')}</Box>
      </>
    ),
    body: (
      <>
        {away && !now.canUndo && <WaitingList site={site.id} onChoose={desk.say} />}
        {refill && !now.canUndo && <RefillList site={site.id} onChoose={desk.say} />}
        {move && resting && <DockList site={site.id} onChoose={desk.say} />}
        {onTrolley && <RoundList site={site.id} load={onTrolley.id} />}
        {!done && now.choices.length === 0 && !onTrolley && (
          <Candidates view={now} onChoose={desk.say} />
        )}
        {asking && <WhyHere site={site.id} view={now} onClose={() => setAsking(false)} />}
      </>
    ),
    small: now.canUndo ? begun : [back, ...(now.canSame && !done && move ? [same] : [])],
    main:
      now.ready || (refill && now.whole)
        ? confirm(doIt)
        : now.whole
          ? confirm(t('move.accept'))
          : undefined,
    hint: t(away ? 'away.hint' : refill ? 'refill.hint' : 'move.hint'),
  };
}
