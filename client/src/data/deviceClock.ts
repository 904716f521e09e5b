const KEY = 'tamper.clock';
/** A clock this much behind the latest moment seen was set back, ms. */
const BACK = 60_000;
/** The latest moment is written down again after this long, ms: not at every look. */
const STEP = 5_000;

interface Known {
  /** What is added to the device's own clock; null: the server was never heard. */
  correction: number | null;
  /** The latest moment ever seen on the device, ms. */
  latest: number;
}

/**
 * What time it is, as far as this device can know: its own clock put right by what the server's said at their last contact, and never earlier than the latest
 * moment seen. Only the server may say that it is earlier than that.
 */
export class DeviceClock {
  private known: Known;
  private written = 0;

  constructor(
    private readonly store: Storage,
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

  /** What the device's own clock says, ms. */
  readonly ownNow = (): number => this.own();

  /** Now, ms. */
  readonly now = (): number => {
    const now = Math.max(this.raw(), this.known.latest);
    if (now > this.known.latest) {
      this.known = { ...this.known, latest: now };
      if (now - this.written > STEP) this.write();
    }
    return now;
  };

  /** The server said what time it is. @param moment ms. */
  readonly heard = (moment: number): void => {
    if (!Number.isFinite(moment)) return;
    this.known = { correction: moment - this.own(), latest: moment };
    this.write();
  };

  private raw(): number {
    return this.own() + (this.known.correction ?? 0);
  }

  private readKnown(): Known {
    try {
      const { correction, latest } = JSON.parse(this.store.getItem(KEY) ?? '{}') as Partial<Known>;
      return { correction: typeof correction === 'number' ? correction : null, latest: typeof latest === 'number' ? latest : 0 };
    } catch (error) {
      if (!(error instanceof SyntaxError)) throw error;
      return { correction: null, latest: 0 };
    }
  }

  private write(): void {
    this.written = this.known.latest;
    try {
      this.store.setItem(KEY, JSON.stringify(this.known));
    } catch (error) {
      // It goes on counting; only a reload would lose it.
      console.warn('The device cannot keep the time', error);
    }
  }
}

let shared: DeviceClock | undefined;
/** The clock of this device. */
export const deviceClock = (): DeviceClock => (shared ??= new DeviceClock(localStorage));
