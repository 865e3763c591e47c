import { compile, type Timeline } from '../play/index.ts';
import type { SongDocument } from '../song/index.ts';
import type { RegionPlan } from './region-list.ts';

/** Sounds of a region, whatever the options, with the strokes before its first beat. */
export function heardOf(document: SongDocument, { scope }: Pick<RegionPlan, 'scope'>): Timeline {
  return compile(document, scope, { timing: 'heard', pickUp: true });
}

/** All that is heard of a timeline, as text to compare: two with the same text differ in how they are written at the most. */
export function soundText({ length, tempos, meters, controls, events }: Timeline): string {
  return JSON.stringify([
    length,
    tempos,
    meters.map(({ tick, meter }) => [tick, meter.beats, meter.unit]),
    controls.map(({ tick, lane, kind, value }) => [tick, lane, kind, value]),
    events.map(({ tick, part, voice, lane, note, velocity, length: lasts, glide }) => [
      ...[tick, part, voice, lane, note, velocity, lasts],
      glide && [glide.after, glide.until, glide.by],
    ]),
  ]);
}
