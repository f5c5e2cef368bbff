const number = new Intl.NumberFormat(undefined, { maximumFractionDigits: 6 });
const day = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short', year: 'numeric' });
const moment = new Intl.DateTimeFormat(undefined, {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
});

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

/** A plain date, which has no time zone. */
export function date(iso: string | null | undefined): string {
  return iso ? day.format(new Date(`${iso}T12:00:00`)) : '';
}

export function instant(iso: string | null | undefined): string {
  return iso ? moment.format(new Date(iso)) : '';
}
