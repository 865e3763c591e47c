import { type Remote, wrap } from 'comlink';
import type { Maker } from './fills.worker.ts';

let maker: Remote<Maker> | null = null;

/** The worker that makes fills, started when it is first asked for. */
export function theMaker(): Remote<Maker> {
  maker ??= wrap<Maker>(new Worker(new URL('./fills.worker.ts', import.meta.url), { type: 'module' }));
  return maker;
}
