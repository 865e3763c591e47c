import type { InSteps } from '@plucky/core/song';
import { turns } from '../next-turn.ts';

/** Does a work step by step, with others answered in between. */
export async function inSteps<T>(work: InSteps<T>): Promise<T> {
  const othersTurn = turns();
  for (;;) {
    const { done, value } = work.next();
    if (done) return value;
    await othersTurn();
  }
}
