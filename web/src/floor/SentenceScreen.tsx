import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { t } from '../app/words';
import { useAdjustParts } from './AdjustParts';
import { sentenceDesk, type Verb } from './desks';
import { useCountParts } from './CountParts';
import { useBegins } from './doors';
import { LoadingPage } from './LoadingPage';
import { useMoveParts } from './MoveParts';
import { Choices } from './Choices';
import { usePackParts } from './PackParts';
import { DoneNote, MainButton, Refusal, SmallButton, Warning } from './Parts';
import { usePickParts } from './PickParts';
import { useReceiveParts } from './ReceiveParts';
import { ScanBar } from './ScanBar';
import { SentenceLine } from './SentenceLine';
import type { Parts, Site, Talk } from './talk';
import { teller } from './told';
import { useTransferParts } from './TransferParts';
import { saying, useSentence } from './useSentence';

const PARTS: Record<Verb, (talk: Talk) => Parts> = {
  MOVE: useMoveParts,
  PUT_AWAY: useMoveParts,
  REFILL: useMoveParts,
  SEND: useTransferParts,
  ARRIVE: useTransferParts,
  RECEIVE: useReceiveParts,
  ADJUST: useAdjustParts,
  PICK: usePickParts,
  PACK: usePackParts,
  COUNT: useCountParts,
};

/** What is being done, as one plain sentence with blanks that scans fill in any order. */
export function SentenceScreen({ site, verb }: { site: Site; verb: Verb }) {
  const desk = useSentence(sentenceDesk(site.id, verb));
  const now = desk.view.data;
  useBegins(sentenceDesk(site.id, verb), now?.begins);
  if (!now) {
    const fault = desk.view.error;
    return fault ? <Box sx={{ p: 2 }}>{fault.message}</Box> : <LoadingPage />;
  }
  return <Stand site={site} now={now} desk={desk} useParts={PARTS[verb]} />;
}

function Stand({ useParts, ...talk }: Talk & { useParts: (talk: Talk) => Parts }) {
  const { site, now, desk } = talk;
  const parts = useParts(talk);
  const { told } = teller(now.verb, now.transfer);
  if (parts.page) {
    return parts.page;
  }
  const done = now.outcome === 'DONE' && now.done;
  return (
    <>
      <Box sx={{ flex: 1, overflow: 'auto' }}>
        {parts.head}
        {done && (
          <DoneNote title={t('move.done')}>
            {told(now.done?.told ?? [])}
            {parts.afterwards}
          </DoneNote>
        )}
        {!parts.choice && (parts.title ?? <SentenceLine view={now} />)}
        <Told talk={talk} add={parts.add} />
        {parts.choice}
        {parts.body}
      </Box>
      {(parts.small.length > 0 || parts.main) && (
        <Box sx={{ px: 1.5, pb: 1.5, pt: 1, display: 'grid', gap: 1 }}>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
            {parts.small.map((one) => (
              <SmallButton key={one.label} disabled={one.disabled} onClick={one.onPress}>
                {one.label}
              </SmallButton>
            ))}
          </Box>
          {parts.main && (
            <MainButton disabled={parts.main.disabled || desk.busy} onClick={parts.main.onPress}>
              {parts.main.label}
            </MainButton>
          )}
        </Box>
      )}
      <ScanBar
        site={site.id}
        hint={parts.hint}
        onScan={desk.scan}
        onFind={(item) => desk.say(saying({ kind: 'ITEM', item }))}
      />
    </>
  );
}

/** What was refused and why, what may be meant, and what to think of. */
function Told({ talk: { now, desk }, add }: { talk: Talk; add?: Parts['add'] }) {
  const { refusal, against } = teller(now.verb, now.transfer);
  return (
    <>
      {desk.fault && <Refusal sentence={desk.fault.message} />}
      {now.refusal && !desk.fault && <Refusal sentence={refusal(now.refusal)} />}
      {add && (
        <Box sx={{ px: 1.5, display: 'grid' }}>
          <Button variant="outlined" sx={{ minHeight: 60, fontSize: 19 }} onClick={add.onPress}>
            {add.label}
          </Button>
        </Box>
      )}
      {now.warning && <Warning>{t('away.warning', { why: against(now.warning) })}</Warning>}
      {now.choices.length > 0 && (
        <Choices choices={now.choices} onChoose={(one) => desk.say(one.saying)} />
      )}
    </>
  );
}
