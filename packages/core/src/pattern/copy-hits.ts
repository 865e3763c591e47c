import {
  type Hit,
  type Id,
  indexOf,
  type Outcome,
  plainHit,
  type SongDocument,
  type Voice,
} from '../song/index.ts';
import { addHits } from './edit-hits.ts';
import { resolve } from './resolve.ts';

/** Hits that were copied, with their voices, so that they find their rows in another part or song. */
export interface Clip {
  readonly hits: readonly Hit[];
  readonly voices: readonly Voice[];
}

/** Copies hits of a pattern as they are resolved, places counted from the first one's. Null when there is none. */
export function copyHits(document: SongDocument, pattern: Id, ids: ReadonlySet<Id>): Clip | null {
  const chosen = resolve(document, pattern).hits.filter(
    (hit) => ids.has(hit.id) && hit.origin !== 'silenced',
  );
  const start = Math.min(...chosen.map((hit) => hit.at));
  if (!chosen.length) return null;
  const used = new Set(chosen.map((hit) => hit.voice));
  return {
    hits: chosen.map(({ id: _, origin: __, ...hit }) => ({ ...hit, at: hit.at - start })),
    voices: [...used].flatMap((id) => indexOf(document).voice(id) ?? []),
  };
}

/**
 * Which voice of a part plays each foreign voice: the same one, else the one of its note, else the nearest note of its
 * family. Voices without any are left out.
 */
export function matchVoices(
  foreign: readonly Pick<Voice, 'id' | 'part' | 'family' | 'note'>[],
  voices: readonly Voice[],
): Map<Id, Voice> {
  const matches = new Map<Id, Voice>();
  for (const { id, part, family, note } of foreign) {
    const same = voices.find((voice) => voice.id === id && voice.part === part && voice.family === family);
    const byNote = voices.find((voice) => voice.note === note && voice.family === family);
    const near = voices
      .filter((voice) => voice.family === family)
      .sort((a, b) => Math.abs(a.note - note) - Math.abs(b.note - note))[0];
    const match = same ?? byNote ?? near;
    if (match) matches.set(id, match);
  }
  return matches;
}

/**
 * Adds copied hits from `at` ticks on, each on the row that its voice matches; those beyond the end are left out. Drums that
 * are pasted among notes give their rhythm: a note of `pitch` semitones on each place, held to the next. `idAt` gives each
 * hit its id. Refused when no hit finds both a row and a place.
 */
export function pasteHits(
  document: SongDocument,
  pattern: Id,
  clip: Clip,
  at: number,
  idAt: (index: number) => Id,
  pitch = 0,
): Outcome {
  const { pattern: target } = resolve(document, pattern);
  const index = indexOf(document);
  const voices = index.voicesOf(target.part);
  const matches = matchVoices(clip.voices, voices);
  const [voice] = voices;
  const isRhythm = index.part(target.part)?.type === 'notes' && matches.size === 0;
  const hits = isRhythm && voice ? asRhythm(clip.hits, voice.id, pitch, target.length - at) : clip.hits;
  if (isRhythm && voice) matches.set(voice.id, voice);
  const placed = hits.flatMap((hit, i) => {
    const voice = matches.get(hit.voice);
    const place = hit.at + at;
    return voice && place < target.length ? [{ ...hit, id: idAt(i), voice: voice.id, at: place }] : [];
  });
  if (!placed.length) return { reason: `None of the copied hits finds a row and a place in ${target.name}.` };
  const outcome = addHits(document, pattern, placed);
  return outcome && 'put' in outcome ? { ...outcome, label: 'paste hits' } : outcome;
}

/** The places of hits as notes of one voice and pitch, each held to the next and the last to `end`, with its hit's velocity. */
function asRhythm(hits: readonly Hit[], voice: Id, pitch: number, end: number): Hit[] {
  const loudest = new Map<number, Hit>();
  for (const hit of hits) {
    const known = loudest.get(hit.at);
    if (!known || hit.velocity > known.velocity) loudest.set(hit.at, hit);
  }
  const ordered = [...loudest.values()].sort((a, b) => a.at - b.at);
  return ordered.map(({ at, velocity, offsetMs }, i) => ({
    ...plainHit(voice, at, velocity, Math.max(1, (ordered[i + 1]?.at ?? end) - at)),
    offsetMs,
    pitch,
  }));
}
