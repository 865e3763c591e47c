/** Prints a line for each figure and remembers what failed. */
export class Report {
  readonly #failed: string[] = [];
  readonly #judgesTimes: boolean;
  #figures = 0;

  /** Times are printed in any case; they can only fail where they are judged, since a shared machine can be slow. */
  constructor(judgesTimes: boolean) {
    this.#judgesTimes = judgesTimes;
  }

  /** A figure with whether it is as it must be, and whether it came in time. */
  figure(name: string, value: string, isWell: boolean, isInTime = true): void {
    this.#figures++;
    const hasFailed = !isWell || (this.#judgesTimes && !isInTime);
    if (hasFailed) this.#failed.push(name);
    console.log(`${hasFailed ? 'FAILED' : isInTime ? 'ok    ' : 'slow  '}  ${name}: ${value}`);
  }

  /** Tells of a trial that this machine cannot do. */
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
