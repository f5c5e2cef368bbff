import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import type { Schemas } from '../api/client';
import { quantity } from '../kit/format';
import { useAdjustParts } from './AdjustParts';
import { sentenceDesk, type SpokenVerb, type View } from './desks';
import { useBegins } from './doors';
import { useMoveParts } from './MoveParts';
import { Choices } from './Offers';
import { usePackParts } from './PackParts';
import { DoneNote, MainButton, SmallButton, Warning } from './Parts';
import { usePickParts } from './PickParts';
import { useReceiveParts } from './ReceiveParts';
import { Refusal } from './Refusal';
import { ScanBar } from './ScanBar';
import { SentenceLine } from './SentenceLine';
import { useTold } from './told';
import { useTransferParts } from './TransferParts';
import { saying, useSentence } from './useSentence';

export type Site = Schemas['SiteCard'];

/** How a sentence stands, and how to say more to it. */
export interface Talk {
  site: Site;
  now: View;
  desk: ReturnType<typeof useSentence<View>>;
}

/** Something that can be pressed. */
export interface Press {
  label: string;
  onPress: () => void;
  disabled?: boolean;
}

/** What a verb shows around its sentence. */
export interface Parts {
  /** What it is about, over the sentence. */
  head?: ReactNode;
  /** The whole page, instead of a sentence. */
  page?: ReactNode;
  /** What must be chosen first, instead of the sentence. */
  choice?: ReactNode;
  /** What stands instead of the sentence while nothing is said; the sentence otherwise. */
  title?: ReactNode;
  /** Beside what was done. */
  afterwards?: ReactNode;
  /** What a refused item may be added by. */
  add?: string;
  /** Under the sentence. */
  body?: ReactNode;
  small: Press[];
  main?: Press;
  hint: string;
}

const PARTS: Record<SpokenVerb, (talk: Talk) => Parts> = {
  MOVE: useMoveParts,
  PUT_AWAY: useMoveParts,
  SEND: useTransferParts,
  ARRIVE: useTransferParts,
  RECEIVE: useReceiveParts,
  ADJUST: useAdjustParts,
  PICK: usePickParts,
  PACK: usePackParts,
};

/** What is being done, as one plain sentence with blanks that scans fill in any order. */
export function SentenceScreen({ site, verb }: { site: Site; verb: SpokenVerb }) {
  const { t } = useTranslation();
  const desk = useSentence(sentenceDesk(site.id, verb));
  const now = desk.view.data;
  useBegins(now?.begins);
  if (!now) {
    const fault = desk.view.error;
    return <Box sx={{ p: 2 }}>{fault ? fault.message : t('loading')}</Box>;
  }
  return <Stand site={site} now={now} desk={desk} useParts={PARTS[verb]} />;
}

function Stand({ useParts, ...talk }: Talk & { useParts: (talk: Talk) => Parts }) {
  const { t } = useTranslation();
  const { site, now, desk } = talk;
  const parts = useParts(talk);
  const { told } = useTold(now.verb, now.transfer);
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
          <Box sx={{ display: 'flex', gap: 1 }}>
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
      <ScanBar site={site.id} hint={parts.hint} onScan={desk.scan} />
    </>
  );
}

/** What was refused and why, what may be meant, and what to think of. */
function Told({ talk: { now, desk }, add }: { talk: Talk; add?: string }) {
  const { t } = useTranslation();
  const { refusal } = useTold(now.verb, now.transfer);
  return (
    <>
      {desk.fault && <Refusal sentence={desk.fault.message} />}
      {now.refusal && !desk.fault && <Refusal sentence={refusal(now.refusal)} />}
      {now.addable !== null && add && (
        <Box sx={{ px: 1.5, display: 'grid' }}>
          <Button
            variant="outlined"
            sx={{ minHeight: 60, fontSize: 19 }}
            onClick={() => desk.say(saying({ kind: 'KNOWINGLY', item: now.addable ?? undefined }))}
          >
            {add}
          </Button>
        </Box>
      )}
      {now.warning && <Warning>{t('away.warning', { why: now.warning })}</Warning>}
      {now.choices.length > 0 && (
        <Choices choices={now.choices} onChoose={(one) => desk.say(one.saying)} />
      )}
    </>
  );
}

function number(of: string | null) {
  return Number(of ?? 0) === 0 ? '0' : quantity(of);
}

/** What can be taken back, or else left. */
export function useBasics({ now, desk }: Talk) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  return {
    undo: { label: t('move.undo'), onPress: () => desk.act('UNDO'), disabled: !now.canUndo },
    clear: { label: t('move.clear'), onPress: () => desk.act('CLEAR') },
    back: { label: t('back'), onPress: () => void navigate('/floor') },
    confirm: (label: string): Press => ({ label, onPress: () => desk.act('CONFIRM') }),
    /** How much it is, for a button that says so. */
    amount: { amount: `${number(now.quantity.value)} ${now.item.symbol ?? ''}`.trim() },
  };
}
