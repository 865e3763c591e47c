import { type Id, secondsAt, type SongDocument, type Timeline } from '@plucky/core';
import { proxy, wrap } from 'comlink';
import type { Bouncer } from './bounce.worker.ts';
import { strokesFor } from './strokes.ts';

/** Samples a second of a bounced file. */
export const BOUNCE_RATE = 44_100;
/** How long the last strokes may ring after the end, in s. */
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
  const worker = new Worker(new URL('./bounce.worker.ts', import.meta.url), { type: 'module' });
  const bouncer = wrap<Bouncer>(worker);
  const seconds = secondsAt(timeline.tempos, timeline.length) + TAIL;
  const strokes = strokesFor(document, timeline, isHeard);
  const file = bouncer
    .render(strokes, seconds, BOUNCE_RATE, proxy(onProgress))
    .then((bytes) => new Blob([bytes], { type: 'audio/wav' }))
    .finally(() => worker.terminate());
  return { file, cancel: () => worker.terminate() };
}
