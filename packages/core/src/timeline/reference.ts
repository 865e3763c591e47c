import { writtenPlace } from '../feel/place.ts';
import { changeHits } from '../pattern/edit-hits.ts';
import { gridOf, resolve } from '../pattern/resolve.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import type { Outcome } from '../song/outcome.ts';
import type { Id, Reference } from '../song/records.ts';
import { PPQ } from '../time/ticks.ts';
import { compile } from './compile.ts';

/** What is heard within a 64th note of each other counts as together. */
const TOGETHER = PPQ / 16;

/** The notes of an imported part under a pattern of `length` ticks, places counted from the pattern's start. */
export function notesUnder(reference: Reference, length: number): Reference['notes'] {
  return reference.notes
    .filter(([at]) => at >= reference.shift && at < reference.shift + length)
    .map(([at, ...rest]) => [at - reference.shift, ...rest] as const);
}

/** A hit beside the reference: where both are heard, in ticks; `onset` is null where the reference is silent. */
export interface Meeting {
  readonly hit: Id;
  readonly tick: number;
  readonly onset: number | null;
  readonly together: boolean;
}

/** How the sounding hits of some voices of a pattern stand to the nearest onsets of a reference. */
export function meetings(
  document: SongDocument,
  pattern: Id,
  voices: readonly Id[],
  reference: Reference,
): Meeting[] {
  const timeline = compile(document, { kind: 'pattern', pattern });
  const onsets = notesUnder(reference, timeline.length).map(([at]) => at);
  return timeline.events
    .filter((event) => voices.includes(event.voice))
    .map(({ tick, from }) => {
      const onset = nearest(onsets, tick);
      const together = onset !== null && Math.abs(onset - tick) <= TOGETHER;
      return { hit: from.hit, tick, onset, together };
    });
}

/** Moves hits so that each is heard with the nearest onset of a reference: on a grid place, and the rest early or late. */
export function moveToReference(
  document: SongDocument,
  pattern: Id,
  ids: readonly Id[],
  reference: Reference,
): Outcome {
  const index = indexOf(document);
  const resolved = resolve(document, pattern);
  const { length } = resolved.pattern;
  const onsets = notesUnder(reference, length).map(([at]) => at);
  if (!onsets.length) return { reason: `${reference.name} is silent under this pattern.` };
  const feel = {
    tempo: index.song.tempo,
    meter: resolved.meter ?? index.song.meter,
    swing: resolved.swing ?? index.song.swing,
  };
  return changeHits(
    document,
    pattern,
    ids,
    (hit) => {
      const voice = index.voice(hit.voice);
      const onset = nearest(onsets, hit.at);
      if (!voice || onset === null) return {};
      return writtenPlace(onset, voice, gridOf(resolved, voice), feel, length);
    },
    `move to ${reference.name}`,
  );
}

function nearest(onsets: readonly number[], tick: number): number | null {
  let best: number | null = null;
  for (const onset of onsets)
    if (best === null || Math.abs(onset - tick) < Math.abs(best - tick)) best = onset;
  return best;
}
