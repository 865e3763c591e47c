import { type Remote, wrap } from 'comlink';
import type { Maker } from './fills.worker.ts';
import { lastWish } from './last-wish.ts';

/** A worker that makes fills, and the way to end it. */
function startMaker(onTrouble: () => void) {
  const worker = new Worker(new URL('./fills.worker.ts', import.meta.url), { type: 'module' });
  worker.onerror = onTrouble;
  worker.onmessageerror = onTrouble;
  const maker: Remote<Maker> = wrap<Maker>(worker);
  return { maker, end: () => worker.terminate() };
}

/** Makes fills, and long takes, each with a worker of its own; of wishes that follow one another the last one counts. */
export const makeDrafts = lastWish(startMaker);
export const makeTake = lastWish(startMaker);
