/** Places in ticks, asked for what lies near another: each question costs the same however many there are. */
export class NearPlaces {
  /** The lowest and highest place of each stretch that is as wide as what counts as near. */
  readonly #stretches = new Map<number, { lowest: number; highest: number }>();
  readonly #reach: number;

  /** Places less than `reach` ticks apart are near one another. */
  constructor(reach: number, places: Iterable<number> = []) {
    this.#reach = reach;
    for (const at of places) this.add(at);
  }

  add(at: number): void {
    const key = Math.floor(at / this.#reach);
    const stretch = this.#stretches.get(key);
    if (!stretch) this.#stretches.set(key, { lowest: at, highest: at });
    else {
      stretch.lowest = Math.min(stretch.lowest, at);
      stretch.highest = Math.max(stretch.highest, at);
    }
  }

  /** True where some place lies less than the reach from `at`. */
  has(at: number): boolean {
    const key = Math.floor(at / this.#reach);
    if (this.#stretches.has(key)) return true;
    const before = this.#stretches.get(key - 1);
    const after = this.#stretches.get(key + 1);
    return (
      (before !== undefined && at - before.highest < this.#reach) ||
      (after !== undefined && after.lowest - at < this.#reach)
    );
  }
}
