import type { Schemas } from '../api/client';

type WeekDay = Schemas['HouseCard']['firstDay'];

/** How the house writes numbers, days and times; what it does not say is as the browser has it. */
export interface HouseFormats {
  /** A language of BCP 47. */
  language?: string;
  timeZone?: string;
  firstDay: WeekDay;
  /** The time zone of each site, by its number. */
  zones?: Readonly<Record<number, string>>;
}

let formats: HouseFormats = { firstDay: 'MONDAY' };
let made = new Map<string, unknown>();

export function houseFormats(): HouseFormats {
  return formats;
}

/** Says how the house writes; what is drawn from then on is written like that. */
export function setHouseFormats(next: HouseFormats) {
  formats = next;
  made = new Map();
}

/** What writes something in the way of the house, made once for each name. */
export function written<T>(name: string, make: (formats: HouseFormats) => T): T {
  if (!made.has(name)) {
    made.set(name, make(formats));
  }
  return made.get(name) as T;
}
