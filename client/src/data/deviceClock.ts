import { putOwn, readOwn } from '../store/own';

/** A clock this much behind the latest moment seen was set back, ms. */
const BACK = 60_000;
/** The latest moment is written down again after this long, ms: not at every look. */
const STEP = 5_000;
/** A contact says the same of the device's own clock as the one before, ms. */
const SLACK = 500;

export interface KnownTime {
  /** What is added to the device's own clock; null: the server was never heard. */
  correction: number | null;
  /** The latest moment ever seen on the device, ms. */
  latest: number;
  /** When the server was heard last, ms by its clock. */
  heard?: number;
}

/**
 * What time it is, as far as this device can know: its own clock put right by what the server's said at their last contact, and never earlier than the latest
 * moment seen. Only the server may say that it is earlier than that.
 */
export class DeviceClock {
  private known: KnownTime;
  private written = { latest: 0, correction: null as number | null };

  constructor(
    private readonly store: { read: () => Partial<KnownTime> | undefined; write: (known: KnownTime) => void },
    private readonly own: () => number = Date.now,
  ) {
    this.known = this.readKnown();
  }

  /** What is added to the device's own clock, ms; null where the server was never heard. */
  get correction(): number | null {
    return this.known.correction;
  }

  /** Was the device's own clock set back since the server was heard last? */
  get back(): boolean {
    return this.raw() < this.known.latest - BACK;
  }

  /** When the server was heard last, ms by its clock; undefined: never. */
  get heardAt(): number | undefined {
    return this.known.heard;
  }

  /** What the device's own clock says, ms. */
  readonly ownNow = (): number => this.own();

  /** Now, ms. */
  readonly now = (): number => {
    const now = this.believed();
    if (now > this.known.latest) {
      this.known = { ...this.known, latest: now };
      this.write();
    }
    return now;
  };

  /**
   * The server said what time it was. By now it is later, by no more than the asking took: what fits into that is left as it is, so that a slow line does not put
   * the clock back behind what was just written down. @param moment ms. @param took ms from before it was asked; Infinity: it was told unasked.
   */
  readonly heard = (moment: number, took: number): void => {
    if (!Number.isFinite(moment)) return;
    const own = this.own();
    const latest = Math.max(moment, Math.min(this.believed(), moment + took));
    this.known = { correction: latest - own, latest, heard: moment };
    this.write();
  };

  private believed(): number {
    return Math.max(this.raw(), this.known.latest);
  }

  private raw(): number {
    return this.own() + (this.known.correction ?? 0);
  }

  private readKnown(): KnownTime {
    const { correction, latest, heard } = this.store.read() ?? {};
    return {
      correction: typeof correction === 'number' ? correction : null,
      latest: typeof latest === 'number' ? latest : 0,
      ...(typeof heard === 'number' ? { heard } : {}),
    };
  }

  /** Writes down what is news: not every look at the clock, and not what a contact says that is the same. */
  private write(): void {
    const { latest, correction } = this.known;
    const same =
      (correction === null) === (this.written.correction === null) && Math.abs((correction ?? 0) - (this.written.correction ?? 0)) < SLACK;
    if (same && Math.abs(latest - this.written.latest) < STEP) return;
    this.written = { latest, correction };
    this.store.write(this.known);
  }
}

const KEY = 'clock';
let shared: DeviceClock | undefined;
/** The clock of this device. */
export const deviceClock = (): DeviceClock =>
  (shared ??= new DeviceClock({ read: () => readOwn<KnownTime>(KEY), write: (known) => void putOwn(KEY, known) }));
