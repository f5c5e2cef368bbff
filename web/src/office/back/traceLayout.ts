import type { Schemas } from '../../api/client';

export type Trace = Schemas['Trace'];
export type TracePlaceKind = Schemas['TracePlace']['kind'];

/** By what places are told apart in the drawing. */
export type TraceRows = 'PLACE' | 'SITE';

/** A row of the drawing: a place, a site, a job, or who is on the other side. */
export interface TraceRow {
  key: string;
  kind: TracePlaceKind;
  /** What it is called, where it has a name of its own: an address, a site, a job, a party. */
  name: string | null;
  site: string | null;
  /** The job, where it is one. */
  job: string | null;
  top: number;
  height: number;
  lanes: TraceLane[];
}

/** How much of one part is in a row from step to step. */
export interface TraceLane {
  part: number;
  top: number;
  height: number;
  /** After each step, how high its band is. */
  levels: number[];
}

/** What moves at one step from one row to another. */
export interface TraceBand {
  step: number;
  part: number;
  fromY: number;
  toY: number;
  width: number;
  from: string;
  to: string;
  quantity: number;
  postings: number[];
}

/** A column of the drawing: what was moved for one document within one day. */
export interface TraceStep {
  at: string;
  document: string | null;
  kind: Schemas['TraceMovement']['kind'];
}

export interface TraceLayout {
  rows: TraceRow[];
  steps: TraceStep[];
  bands: TraceBand[];
  height: number;
}

/** Rows from where goods come stand above, those to which they go below. */
const ORDER: readonly TracePlaceKind[] = [
  'SUPPLIER',
  'OPENING',
  'BIN',
  'IN_TRANSIT',
  'ON_LOAN',
  'SUPPLIER_RETURN',
  'USED_UP',
  'CUSTOMER',
  'SCRAPPED',
  'LOST',
  'COUNT_DIFFERENCE',
];

const LANE = 34;
const THINNEST = 2;
const GAP = 12;
const LOWEST_ROW = 26;

type Movement = Trace['lines'][number];
type Seen = Omit<TraceRow, 'top' | 'height' | 'lanes'>;

function partyOf(trace: Trace): Map<string, string> {
  const parties = new Map<string, string>();
  for (const side of [...trace.holders, ...trace.origins]) {
    if (side.party) {
      side.documents.forEach((number) => parties.set(number, side.party!.name));
    }
  }
  return parties;
}

function rowFinder(trace: Trace, by: TraceRows) {
  const places = new Map(trace.places.map((place, i) => [place.id, { place, i }]));
  const parties = partyOf(trace);
  const jobs = new Set(trace.jobs.filter((job) => job.made.length > 0).map((job) => job.document));
  return (id: number, line: Movement): Seen & { order: number } => {
    const { place, i } = places.get(id)!;
    const row = { kind: place.kind, name: null, site: null, job: null, order: i };
    if (place.kind === 'BIN') {
      return by === 'SITE'
        ? { ...row, key: `site ${place.siteId}`, name: place.site }
        : { ...row, key: `place ${id}`, name: place.address, site: place.site };
    }
    if (place.kind === 'USED_UP' && line.document && jobs.has(line.document)) {
      return { ...row, key: `job ${line.document}`, name: line.document, job: line.document };
    }
    const party = line.document ? parties.get(line.document) : undefined;
    const told = place.kind === 'SUPPLIER' || place.kind === 'CUSTOMER' ? party : undefined;
    return { ...row, key: `${place.kind} ${told ?? ''}`, name: told ?? null };
  };
}

/** What was done for one document within a day is one step; so is what was done for none. */
function stepsOf(lines: readonly Movement[]): { steps: TraceStep[]; of: number[] } {
  const steps: TraceStep[] = [];
  const of: number[] = [];
  let last = '';
  for (const line of lines) {
    const key = [line.at.slice(0, 10), line.document, line.kind].join(' ');
    if (key !== last) {
      steps.push({ at: line.at, document: line.document, kind: line.kind });
      last = key;
    }
    of.push(steps.length - 1);
  }
  return { steps, of };
}

/**
 * Lays a trace out as a drawing: time from left to right in steps of equal width, places as rows,
 * quantities as the widths of bands. The widest band of an item is as wide as that of any other.
 */
export function traceLayout(trace: Trace, by: TraceRows): TraceLayout {
  const lines = [...trace.lines]
    .map((line, i) => ({ line, i }))
    .sort(
      (a, b) => a.line.at.localeCompare(b.line.at) || a.line.posting - b.line.posting || a.i - b.i,
    )
    .map(({ line }) => line);
  const { steps, of } = stepsOf(lines);
  const rowOf = rowFinder(trace, by);
  const seen = new Map<string, Seen & { order: number }>();
  const levels = new Map<string, number[]>();
  const moves = new Map<
    string,
    { step: number; part: number; from: string; to: string; quantity: number; postings: number[] }
  >();
  const lane = (row: string, part: number) => {
    const key = `${row}\n${part}`;
    if (!levels.has(key)) {
      levels.set(
        key,
        Array.from({ length: steps.length }, () => 0),
      );
    }
    return levels.get(key)!;
  };
  lines.forEach((line, i) => {
    const from = rowOf(line.fromId, line);
    const to = rowOf(line.toId, line);
    for (const row of [from, to]) {
      if (!seen.has(row.key)) {
        seen.set(row.key, row);
      }
    }
    if (from.key === to.key) {
      return;
    }
    const quantity = Number(line.quantity);
    const leaves = lane(from.key, line.part);
    const comes = lane(to.key, line.part);
    leaves[of[i]] -= quantity;
    comes[of[i]] += quantity;
    const key = [of[i], line.part, from.key, to.key].join('\n');
    const move = moves.get(key) ?? {
      ...{ step: of[i], part: line.part, from: from.key, to: to.key },
      ...{ quantity: 0, postings: [] },
    };
    move.quantity += quantity;
    if (!move.postings.includes(line.posting)) {
      move.postings.push(line.posting);
    }
    moves.set(key, move);
  });
  for (const changes of levels.values()) {
    let level = 0;
    changes.forEach((change, step) => (changes[step] = level += change));
    // Where goods come from there is as much at first as will ever have come.
    const lowest = Math.min(0, ...changes);
    changes.forEach((_, step) => (changes[step] -= lowest));
  }
  const widest = new Map<number, number>();
  const itemOf = (part: number) => trace.parts[part].goods.itemId;
  for (const [key, all] of levels) {
    const item = itemOf(Number(key.split('\n')[1]));
    widest.set(item, Math.max(widest.get(item) ?? 0, ...all));
  }
  const scaled = (quantity: number, part: number) =>
    quantity <= 0 ? 0 : Math.max(THINNEST, (quantity / (widest.get(itemOf(part)) || 1)) * LANE);

  const sorted = [...seen.values()].sort(
    (a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind) || a.order - b.order,
  );
  const rows: TraceRow[] = [];
  let top = GAP;
  for (const row of sorted) {
    const lanes: TraceLane[] = [];
    let y = top;
    trace.parts.forEach((_part, part) => {
      const all = levels.get(`${row.key}\n${part}`);
      if (all) {
        const heights = all.map((level) => scaled(level, part));
        const height = Math.max(THINNEST, ...heights);
        lanes.push({ part, top: y, height, levels: heights });
        y += height + 3;
      }
    });
    const height = Math.max(LOWEST_ROW, y - top);
    const { key, kind, name, site, job } = row;
    rows.push({ key, kind, name, site, job, top, height, lanes });
    top += height + GAP;
  }
  const laneOf = (row: string, part: number) =>
    rows.find((one) => one.key === row)!.lanes.find((one) => one.part === part)!;
  const bands = [...moves.values()].map((move) => {
    const width = scaled(move.quantity, move.part);
    const from = laneOf(move.from, move.part);
    const to = laneOf(move.to, move.part);
    return { ...move, width, fromY: from.top + width / 2, toY: to.top + width / 2 };
  });
  return { rows, steps, bands, height: top };
}

/** Places become sites where a drawing by places would have more rows than can be looked at. */
export function usualRows(trace: Trace): TraceRows {
  return trace.places.filter((place) => place.kind === 'BIN').length > 24 ? 'SITE' : 'PLACE';
}
