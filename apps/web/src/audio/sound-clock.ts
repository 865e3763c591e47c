/** The longest that a device may take to begin, and that its clock may stand still before it counts as gone, in ms. */
const [TO_BEGIN, STANDING] = [1500, 800];
/** The interval at which a device that is gone is asked for again, in ms. */
const ASK_EVERY = 2000;

/**
 * The clock of the sound. Where the browser has no device, or it goes away or never begins, the clock of the page stands in
 * for it, so that all but the sound goes on; once the device is there it is taken up again.
 */
export class SoundClock {
  readonly context: AudioContext;
  /** When the page's clock took over: the time of the sound (s) and of the page (ms); null while the device runs. */
  #took: { readonly time: number; readonly page: number } | null = null;
  /** The device's time when it last moved (s), and when that was (ms). */
  #moved = { time: -1, page: 0 };
  #askedAt = 0;
  readonly #hasDevice: boolean;

  constructor() {
    const made = contextOf();
    this.context = made ?? (new OfflineAudioContext(2, 1, 44_100) as unknown as AudioContext);
    this.#hasDevice = made !== null;
    if (!made) this.#takeOver();
  }

  /** True while there is no sound and the page's clock stands in. */
  get isSilent(): boolean {
    return this.#took !== null;
  }

  /** The time of the sound, in s. */
  get now(): number {
    if (!this.#took) return this.context.currentTime;
    return this.#took.time + (performance.now() - this.#took.page) / 1000;
  }

  /** Begins, as after a press; settled when the device runs, or, soon, without it. */
  async wake(): Promise<void> {
    if (!this.#hasDevice) return;
    const resumed = this.context.resume().catch(() => undefined);
    await Promise.race([resumed, new Promise((resolve) => setTimeout(resolve, TO_BEGIN))]);
    this.#moved = { time: this.context.currentTime, page: performance.now() };
    if (this.context.state === 'running') this.#took = null;
    else this.#takeOver();
  }

  /**
   * Looks whether the device still runs, or runs again. Returns by how much the time of the sound has jumped, in s, where one
   * clock has taken over from the other; null while nothing has changed.
   */
  check(): number | null {
    const page = performance.now();
    const time = this.context.currentTime;
    const runs = this.context.state === 'running' && time !== this.#moved.time;
    if (runs) this.#moved = { time, page };
    if (this.#took) {
      if (!runs || !this.#hasDevice) {
        this.#askAgain(page);
        return null;
      }
      const before = this.now;
      this.#took = null;
      return time - before;
    }
    if (this.context.state !== 'closed' && page - this.#moved.page < STANDING) return null;
    this.#takeOver();
    return 0;
  }

  #askAgain(page: number): void {
    if (!this.#hasDevice || page - this.#askedAt < ASK_EVERY) return;
    this.#askedAt = page;
    void this.context.resume().catch(() => undefined);
  }

  #takeOver(): void {
    this.#took ??= { time: this.context.currentTime, page: performance.now() };
  }
}

function contextOf(): AudioContext | null {
  try {
    return new AudioContext({ latencyHint: 'interactive' });
  } catch {
    return null;
  }
}
