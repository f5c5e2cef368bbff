const number = new Intl.NumberFormat(undefined, { maximumFractionDigits: 6 });
const DAY = { day: 'numeric', month: 'short' } as const;
const MINUTE = { ...DAY, hour: '2-digit', minute: '2-digit' } as const;
const day = new Intl.DateTimeFormat(undefined, DAY);
const dayAndYear = new Intl.DateTimeFormat(undefined, { ...DAY, year: 'numeric' });
const moment = new Intl.DateTimeFormat(undefined, MINUTE);
const momentAndYear = new Intl.DateTimeFormat(undefined, { ...MINUTE, year: 'numeric' });

function isThisYear(at: Date): boolean {
  return at.getFullYear() === new Date().getFullYear();
}

/** A quantity for reading: grouped digits, and a dash for nothing. */
export function quantity(amount: string | null | undefined): string {
  if (amount === null || amount === undefined) {
    return '';
  }
  return Number(amount) === 0 ? '–' : number.format(amount as `${number}`);
}

export function count(value: number): string {
  return number.format(value);
}

/** A plain date, which has no time zone; with its year only if that is another than now. */
export function date(iso: string | null | undefined): string {
  if (!iso) {
    return '';
  }
  const at = new Date(`${iso}T12:00:00`);
  return (isThisYear(at) ? day : dayAndYear).format(at);
}

/** A moment, to the minute; with its year only if that is another than now. */
export function instant(iso: string | null | undefined): string {
  if (!iso) {
    return '';
  }
  const at = new Date(iso);
  return (isThisYear(at) ? moment : momentAndYear).format(at);
}

const time = new Intl.DateTimeFormat(undefined, { hour: '2-digit', minute: '2-digit' });

/** A time of today, from milliseconds. */
export function clock(milliseconds: number): string {
  return time.format(milliseconds);
}

const since = new Intl.RelativeTimeFormat(undefined, { numeric: 'auto' });

/** How long ago something was, in the largest unit that fits. */
export function ago(iso: string, now = Date.now()): string {
  const minutes = Math.round((new Date(iso).getTime() - now) / 60_000);
  const hours = Math.round(minutes / 60);
  return Math.abs(minutes) < 60
    ? since.format(minutes, 'minute')
    : Math.abs(hours) < 36
      ? since.format(hours, 'hour')
      : since.format(Math.round(hours / 24), 'day');
}

/** A sum of money in the house's own currency, which has no sign here. */
export function money(value: number | null | undefined): string {
  return value === null || value === undefined
    ? ''
    : value.toLocaleString(undefined, { minimumFractionDigits: 2, maximumFractionDigits: 2 });
}
