import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { t } from '../app/words';
import type { Schemas } from '../api/client';
import { quantity } from '../kit/format';
import type { View } from './desks';
import { saying, type useSentence } from './useSentence';

export type Site = Schemas['SiteCard'];

/** How a sentence stands, and how to say more to it. */
export interface Talk {
  site: Site;
  now: View;
  desk: ReturnType<typeof useSentence>;
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
  /** How what was refused may be said all the same. */
  add?: Press | false;
  /** Under the sentence. */
  body?: ReactNode;
  small: Press[];
  main?: Press;
  hint: string;
}

function number(of: string | null) {
  return Number(of ?? 0) === 0 ? '0' : quantity(of);
}

/** What can be taken back, or else left. */
export function useBasics({ now, desk }: Talk) {
  const navigate = useNavigate();
  return {
    undo: { label: t('move.undo'), onPress: () => desk.act('UNDO'), disabled: !now.canUndo },
    clear: { label: t('move.clear'), onPress: () => desk.act('CLEAR') },
    back: { label: t('back'), onPress: () => void navigate('/floor') },
    confirm: (label: string): Press => ({ label, onPress: () => desk.act('CONFIRM') }),
    /** What was refused may be added all the same, if someone means it. */
    addable: (label: string): Press | false =>
      now.addable !== null && {
        label,
        onPress: () => desk.say(saying({ kind: 'KNOWINGLY', item: now.addable ?? undefined })),
      },
    /** How much it is, for a button that says so. */
    amount: { amount: `${number(now.quantity.value)} ${now.item.symbol ?? ''}`.trim() },
  };
}
