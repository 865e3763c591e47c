/** Prints a line for each figure and remembers what failed. */
export class Report {
  readonly #failed: string[] = [];
  #figures = 0;

  /** A figure with whether it is as it must be. */
  figure(name: string, value: string, isWell: boolean): void {
    this.#figures++;
    if (!isWell) this.#failed.push(name);
    console.log(`${isWell ? 'ok    ' : 'FAILED'}  ${name}: ${value}`);
  }

  /** What cannot be tried on this machine. */
  leftOut(name: string, why: string): void {
    console.log(`-       ${name}: left out, ${why}`);
  }

  /** Says what failed and returns the exit status. */
  end(): number {
    const failed = this.#failed.length;
    console.log(
      `\n${this.#figures} figures, ${failed} failed${failed ? `: ${this.#failed.join('; ')}` : ''}`,
    );
    return failed ? 1 : 0;
  }
}

/** The value below which `share` (0..1) of the values lie. */
export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
}

export const ms = (value: number): string => `${value.toFixed(1)} ms`;
