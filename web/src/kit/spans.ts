/** The beginning of the day so many days ago, here; negative for days to come. */
export function daysAgo(days: number, now = new Date()): string {
  const day = new Date(now);
  day.setHours(0, 0, 0, 0);
  day.setDate(day.getDate() - days);
  return day.toISOString();
}

/** The end of a day that was written as a plain date. */
export function endOf(day: string): string {
  const next = new Date(`${day}T00:00`);
  next.setDate(next.getDate() + 1);
  return next.toISOString();
}

/** A day as a date field writes it. */
export function plainDay(day: Date): string {
  const two = (part: number) => String(part).padStart(2, '0');
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`;
}
