import { setImmediate as nextTurn } from 'node:timers/promises';
import type { InSteps } from '@plucky/core';

/** How long others wait for their turn at the most, in ms, as long as no step takes longer. */
const A_TURN = 10;

/** Does a work step by step, with others answered in between. */
export async function inSteps<T>(work: InSteps<T>): Promise<T> {
  let since = performance.now();
  for (;;) {
    const { done, value } = work.next();
    if (done) return value;
    if (performance.now() - since < A_TURN) continue;
    await nextTurn();
    since = performance.now();
  }
}
