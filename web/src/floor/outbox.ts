import { Problem } from '../api/client';

/** Which desk something was said to: its name, then site and verb. */
export type DeskKey = readonly (string | number)[];

/** Something that was said on the Floor and waits to be heard by the server. */
export interface Waiting<Step = unknown> {
  /** Its place in the order in which things were said; given by the store. */
  seq: number;
  /** The command id: sent again under the same, it is done once. */
  id: string;
  /** Who said it. */
  person: number;
  desk: DeskKey;
  step: Step;
  /** When it was said, in milliseconds of the device's clock. */
  said: number;
}

/** Keeps what waits, whatever becomes of the page. */
export interface OutboxStore {
  add(one: Omit<Waiting, 'seq'>): Promise<Waiting>;
  remove(seq: number): Promise<void>;
  all(): Promise<Waiting[]>;
}

/** What came of something that was sent. */
export interface Heard {
  /** Whether the sentence refused it: what was said after it may have counted on it. */
  refused: boolean;
}

export interface OutboxState {
  /** What waits, the oldest first; what was refused and holds the rest is the first of them. */
  waiting: readonly Waiting[];
  /** Whether the server does not answer, and it is tried again and again. */
  unanswered: boolean;
  /** What was refused, and why; nothing goes on until someone has seen it. */
  stopped: { one: Waiting; problem: Problem | null } | null;
  /** Whether the store can't keep anything: what is said would be gone with the page. */
  fleeting: boolean;
}

const NOTHING: OutboxState = { waiting: [], unanswered: false, stopped: null, fleeting: false };
const FIRST_PAUSE = 800;
const LONGEST_PAUSE = 10_000;
/** From here on are the numbers of what no store keeps. */
const UNKEPT = 1e12;

/** Whether it may go well later, without anything being said otherwise. */
export function passes(fault: unknown): boolean {
  return (
    fault instanceof Problem &&
    (fault.status === 0 || fault.status === 401 || fault.status === 429 || fault.status >= 502)
  );
}

/**
 * What was said on the Floor and waits to be sent, in the order in which it was said. It is kept
 * until the server has answered, over a reload, a crash and a day without a network. A refusal
 * stops it, for what was said next may have counted on what was refused.
 */
export class Outbox {
  private state = NOTHING;
  private listeners = new Set<() => void>();
  private person: number | null = null;
  private running = false;
  private wake: (() => void) | null = null;
  private pause = FIRST_PAUSE;
  /** The store is changed and read by one at a time, so that what is shown is what it holds. */
  private turn: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly store: OutboxStore,
    private readonly send: (one: Waiting) => Promise<Heard>,
    private readonly onFault: (one: Waiting, fault: Problem) => void = () => {},
    /** Lets one page of the browser send at a time. */
    private readonly alone: (work: () => Promise<void>) => Promise<void> = (work) => work(),
  ) {}

  // For whoever shows it.

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };

  snapshot = () => this.state;

  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const done = this.turn.then(work);
    this.turn = done.catch(() => undefined);
    return done;
  }

  private change(part: Partial<OutboxState>) {
    this.state = { ...this.state, ...part };
    this.listeners.forEach((listener) => listener());
  }

  // What happens to it.

  /** Goes on with what a person has left waiting. */
  async open(person: number) {
    this.person = person;
    await this.look();
    void this.run();
  }

  /** Lets what waits lie, for whoever said it to go on with. */
  close() {
    this.person = null;
    this.change(NOTHING);
    this.poke();
  }

  /** Keeps something that was said, and sends it when its turn comes. */
  async say(desk: DeskKey, step: unknown, id: string = crypto.randomUUID()) {
    if (this.person === null) {
      throw new Error('Nobody is signed in who could say something.');
    }
    // Whoever says something alone after a refusal has seen it.
    const seen = this.state.stopped && this.state.waiting.length === 1 ? this.state.stopped : null;
    const one = { id, person: this.person, desk, step, said: Date.now() };
    try {
      await this.inTurn(async () => {
        const kept = await this.store.add(one);
        this.change({ waiting: [...this.state.waiting, kept] });
      });
    } catch {
      // A full disk, or a browser that keeps nothing: it lives as long as the page, and says so.
      const last = this.state.waiting.at(-1)?.seq ?? 0;
      this.change({
        waiting: [...this.state.waiting, { ...one, seq: Math.max(last, UNKEPT) + 1 }],
        fleeting: true,
      });
    }
    if (seen) {
      await this.goOn();
    } else {
      void this.run();
    }
  }

  /** Goes on after what was refused, which is let go. */
  async goOn() {
    const { stopped } = this.state;
    if (stopped) {
      await this.drop(stopped.one);
      this.change({ stopped: null });
    }
    void this.run();
  }

  /** Lets go of everything that waits. */
  async dropAll() {
    for (const one of this.state.waiting) {
      await this.drop(one);
    }
    this.change({ stopped: null });
  }

  /** Tries again at once: the network is back, or someone has signed in. */
  poke = () => {
    this.pause = FIRST_PAUSE;
    this.wake?.();
  };

  /** Reads anew what waits: another page of this browser may have sent some of it. */
  async look() {
    try {
      await this.inTurn(async () => {
        const all = await this.store.all();
        const mine = all.filter((one) => one.person === this.person);
        const unkept = this.state.waiting.filter((one) => one.seq >= UNKEPT);
        this.change({ waiting: [...mine, ...unkept] });
      });
    } catch {
      this.change({ fleeting: true });
    }
  }

  private async drop(one: Waiting) {
    await this.inTurn(async () => {
      if (one.seq < UNKEPT) {
        await this.store.remove(one.seq);
      }
      this.change({ waiting: this.state.waiting.filter((other) => other.seq !== one.seq) });
    });
  }

  private async run() {
    // It may have been closed while the store was being read.
    if (this.running || this.person === null) {
      return;
    }
    this.running = true;
    try {
      await this.alone(() => this.sendAll());
    } finally {
      this.running = false;
      this.change({ unanswered: false });
    }
  }

  private async sendAll() {
    await this.look();
    for (
      let next = this.state.waiting[0];
      next && this.person !== null && !this.state.stopped;
      next = this.state.waiting[0]
    ) {
      await this.sendOne(next);
    }
  }

  private async sendOne(one: Waiting) {
    try {
      const heard = await this.send(one);
      this.pause = FIRST_PAUSE;
      if (this.state.unanswered) {
        this.change({ unanswered: false });
      }
      if (heard.refused && this.state.waiting.length > 1) {
        this.change({ stopped: { one, problem: null } });
      } else {
        await this.drop(one);
      }
    } catch (fault) {
      if (passes(fault)) {
        this.change({ unanswered: true });
        await this.rest();
        return;
      }
      const problem =
        fault instanceof Problem ? fault : new Problem(0, 'unexpected', String(fault), {});
      this.change({ unanswered: false, stopped: { one, problem } });
      this.onFault(one, problem);
    }
  }

  private async rest() {
    await new Promise<void>((done) => {
      const timer = setTimeout(done, this.pause);
      this.wake = () => {
        clearTimeout(timer);
        done();
      };
    });
    this.wake = null;
    this.pause = Math.min(LONGEST_PAUSE, this.pause * 1.6);
  }
}
