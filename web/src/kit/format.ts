import { houseFormats, written } from './houseFormats';

const number = () =>
  written(
    'number',
    ({ language }) => new Intl.NumberFormat(language, { maximumFractionDigits: 6 }),
  );
const DAY = { day: 'numeric', month: 'short' } as const;
const MINUTE = { ...DAY, hour: '2-digit', minute: '2-digit' } as const;

/** A plain day is the same everywhere. */
const day = (parts: Intl.DateTimeFormatOptions) =>
  written(JSON.stringify(parts), ({ language }) => new Intl.DateTimeFormat(language, parts));

/** A moment is told in the time of the house, or of another zone. */
const moment = (parts: Intl.DateTimeFormatOptions, zone?: string) =>
  written(
    `moment ${zone} ${JSON.stringify(parts)}`,
    ({ language, timeZone }) =>
      new Intl.DateTimeFormat(language, { ...parts, timeZone: zone ?? timeZone }),
  );

function isThisYear(at: Date): boolean {
  return at.getFullYear() === new Date().getFullYear();
}

/** A quantity for reading: grouped digits, and a dash for nothing. */
export function quantity(amount: string | null | undefined): string {
  if (amount === null || amount === undefined) {
    return '';
  }
  return Number(amount) === 0 ? '–' : number().format(amount as `${number}`);
}

export function count(value: number): string {
  return number().format(value);
}

/** A plain date, which has no time zone; with its year only if that is another than now. */
export function date(iso: string | null | undefined): string {
  if (!iso) {
    return '';
  }
  const at = new Date(`${iso}T12:00:00`);
  return day(isThisYear(at) ? DAY : { ...DAY, year: 'numeric' }).format(at);
}

/** Months in a row, said as 2026-03; with the year where it begins and with the first. */
export function months(isos: readonly string[]): string[] {
  return isos.map((iso, i) => {
    const first = new Date(`${iso}-01T12:00:00`);
    return day(
      i === 0 || first.getMonth() === 0 ? { month: 'short', year: 'numeric' } : { month: 'short' },
    ).format(first);
  });
}

/**
 * A moment, to the minute; with its year only if that is another than now. What happened at a site
 * whose clocks show another time is told in that time, with the name of its zone.
 */
export function instant(iso: string | null | undefined, site?: number | null): string {
  if (!iso) {
    return '';
  }
  const at = new Date(iso);
  const parts = isThisYear(at) ? MINUTE : ({ ...MINUTE, year: 'numeric' } as const);
  const ours = moment(parts).format(at);
  const zone = site ? houseFormats().zones?.[site] : undefined;
  return zone && moment(parts, zone).format(at) !== ours
    ? moment({ ...parts, timeZoneName: 'short' }, zone).format(at)
    : ours;
}

/** A time of today, from milliseconds. */
export function clock(milliseconds: number): string {
  return moment({ hour: '2-digit', minute: '2-digit' }).format(milliseconds);
}

const since = () =>
  written('since', ({ language }) => new Intl.RelativeTimeFormat(language, { numeric: 'auto' }));

/** How long ago something was, in the largest unit that fits. */
export function ago(iso: string, now = Date.now()): string {
  const minutes = Math.round((new Date(iso).getTime() - now) / 60_000);
  const hours = Math.round(minutes / 60);
  return Math.abs(minutes) < 60
    ? since().format(minutes, 'minute')
    : Math.abs(hours) < 36
      ? since().format(hours, 'hour')
      : since().format(Math.round(hours / 24), 'day');
}

/** A change of a figure, with its sign and at most one decimal. */
export function signed(value: number): string {
  return value.toLocaleString(houseFormats().language, {
    signDisplay: 'exceptZero',
    maximumFractionDigits: 1,
  });
}

/** A sum of money in the house's own currency, which has no sign here. */
export function money(value: number | null | undefined): string {
  return value === null || value === undefined
    ? ''
    : value.toLocaleString(houseFormats().language, {
        minimumFractionDigits: 2,
        maximumFractionDigits: 2,
      });
}
