import type { Timeline } from '@plucky/core/play';
import type { Id, SongDocument } from '@plucky/core/song';
import { secondsAt } from '@plucky/core/time';
import { proxy, wrap } from 'comlink';
import { withWorker } from '../shared/with-worker.ts';
import type { Bouncer } from './bounce.worker.ts';
import { strokesFor } from './strokes.ts';

/** Samples a second of a bounced file. */
export const BOUNCE_RATE = 44_100;
/** Longest ring of the last strokes after the end, in s. */
const TAIL = 1.5;

/** A running bounce: its file when it is done, and how to give it up. */
export interface Bounce {
  readonly file: Promise<Blob>;
  readonly cancel: () => void;
}

/** Renders a timeline to a WAV file in a worker, as the mix is heard without its room. */
export function bounce(
  document: SongDocument,
  timeline: Timeline,
  isHeard: (voice: Id) => boolean,
  onProgress: (share: number) => void,
): Bounce {
  const seconds = secondsAt(timeline.tempos, timeline.length) + TAIL;
  const strokes = strokesFor(document, timeline, isHeard);
  const { done, end } = withWorker(
    () => new Worker(new URL('./bounce.worker.ts', import.meta.url), { type: 'module' }),
    (worker) => wrap<Bouncer>(worker).render(strokes, seconds, BOUNCE_RATE, proxy(onProgress)),
  );
  return { file: done.then((bytes) => new Blob([bytes], { type: 'audio/wav' })), cancel: end };
}
