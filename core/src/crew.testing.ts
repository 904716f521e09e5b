import { readEntry, type AnyEntry, type Fact, type Kept, type Photo } from './book';
import { fingerprint } from './job';

/** A server that keeps a book, and the devices of a crew, each with a clock of its own. Moments are the true ones, ms. */
export class Crew {
  readonly rows: Kept[] = [];
  readonly device = (id: string, skew = 0): Device => new Device(this, id, skew);
}

/** One device: what it has heard of the book, what waits on it, and how far its clock is off, ms. */
export class Device {
  private count = 0;
  private known = 0;
  private correction: number | null = null;
  private waiting: Kept[] = [];
  heard: number | undefined;

  constructor(
    private readonly crew: Crew,
    readonly id: string,
    private skew: number,
  ) {}

  /** What it takes the time to be, ms. */
  clock(now: number): number {
    return now + this.skew + (this.correction ?? 0);
  }

  /** When it heard the server last, as its clock tells now; undefined: never. */
  heardBy(now: number): number | undefined {
    return this.heard === undefined ? undefined : this.clock(now) - (now - this.heard);
  }

  /** Somebody turns its clock. */
  turnClock(by: number): void {
    this.skew += by;
  }

  /** Writes something down; it waits until it is sent. */
  enter(fact: Fact | Readonly<Record<string, unknown>>, now: number, corrects?: string, photos?: readonly Photo[]): AnyEntry {
    const count = ++this.count;
    const stored = {
      id: `${fingerprint(this.id).slice(0, 8)}-0000-4000-8000-${String(count).padStart(12, '0')}`,
      author: `who holds ${this.id}`,
      device: this.id,
      count,
      known: this.known,
      at: new Date(this.clock(now)).toISOString(),
      clock: this.correction,
      ...(corrects === undefined ? {} : { corrects }),
      ...(photos === undefined ? {} : { photos }),
      fact,
    };
    // Through JSON, as it would be kept and sent.
    const entry = readEntry(JSON.parse(JSON.stringify(stored)));
    this.waiting.push({ entry });
    return entry;
  }

  /** Everything that waits arrives. */
  send(now: number): void {
    for (const { entry } of this.waiting)
      this.crew.rows.push({ entry, seq: this.crew.rows.length + 1, receivedAt: new Date(now).toISOString(), off: -this.skew });
    this.waiting = [];
  }

  /** Hears the server: its clock, and the book so far. */
  hear(now: number): void {
    this.correction = -this.skew;
    this.known = this.crew.rows.length;
    this.heard = now;
  }

  /** Both ways. */
  meet(now: number): void {
    this.hear(now);
    this.send(now);
    this.hear(now);
  }

  /** The book as this device knows it. */
  book(): Kept[] {
    return [...this.crew.rows.slice(0, this.known), ...this.waiting];
  }
}
