import type { Schemas } from '../../api/client';
import { count, money, signed } from '../../kit/format';
import { t, type Word } from '../../app/words';

export type Figure = Schemas['TodayFigure'];
export type FigureKind = Figure['kind'];

/** A row of the day's figures: the figure, perhaps another said with it, and its page. */
export interface FigureRow {
  kind: FigureKind;
  /** Said in words beside it. */
  also?: FigureKind;
  word: Word;
  /** Whether it stands at something each day; otherwise it adds up. */
  level: boolean;
  to: string;
}

export const FIGURES: readonly FigureRow[] = [
  { kind: 'STOCK_VALUE', word: 'today.stockValue', level: true, to: 'looking-back/value' },
  {
    kind: 'RECORD_ACCURACY',
    word: 'today.recordAccuracy',
    level: true,
    to: 'checking/accuracy',
  },
  {
    kind: 'LINES_RECEIVED',
    word: 'today.linesReceived',
    level: false,
    to: 'coming/inbound?filter=CLOSED',
  },
  {
    kind: 'LINES_SHIPPED',
    also: 'SHIPPED_ON_TIME',
    word: 'today.linesShipped',
    level: false,
    to: 'coming/outbound?view=earnings',
  },
  {
    kind: 'SALES',
    also: 'MARGIN',
    word: 'today.sales',
    level: false,
    to: 'coming/outbound?view=earnings',
  },
  { kind: 'STOCK_OUTS', word: 'today.stockOuts', level: true, to: 'on-hand?stock=NONE' },
];

/** What a floor hand is told: what they do, and what is missing for it. */
export const FLOOR_FIGURES: readonly FigureKind[] = [
  'LINES_RECEIVED',
  'LINES_SHIPPED',
  'STOCK_OUTS',
];

/** A figure as it is written. */
export function written(kind: FigureKind, value: number | null): string {
  if (value === null) {
    return '–';
  }
  switch (kind) {
    case 'STOCK_VALUE':
    case 'SALES':
    case 'MARGIN':
      return money(value);
    case 'RECORD_ACCURACY':
    case 'SHIPPED_ON_TIME':
      return t('today.percent', { value: count(value) });
    default:
      return count(value);
  }
}

/** The second figure of a row in words. */
export function saidWith(kind: FigureKind, value: number | null): string {
  return value === null
    ? ''
    : kind === 'SHIPPED_ON_TIME'
      ? t('today.onTime', { share: written(kind, value) })
      : t('today.margin', { value: written(kind, value) });
}

/** By how much a figure has changed: in per cent, or in points where it is a share. */
export function change(kind: FigureKind, now: number | null, before: number | null): string {
  if (now === null || before === null || now === before) {
    return '';
  }
  const share = kind === 'RECORD_ACCURACY';
  if (!share && before === 0) {
    return '';
  }
  const by = share ? now - before : ((now - before) / Math.abs(before)) * 100;
  return t(share ? 'today.byPoints' : 'today.byPercent', {
    by: signed(Math.abs(by) < 10 ? by : Math.round(by)),
  });
}
