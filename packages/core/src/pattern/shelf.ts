import {
  type ChangeSet,
  eachInherited,
  type Hit,
  type Id,
  indexOf,
  inheritance,
  inTurn,
  isChange,
  omit,
  type Outcome,
  type Pattern,
  type PatternRole,
  saysSame,
  type ShelfPattern,
  type SongDocument,
  tonicPitchClass,
} from '../song/index.ts';
import { modulo } from '../time/index.ts';
import { matchVoices } from './copy-hits.ts';
import { newPattern } from './edit-pattern.ts';
import { attach } from './follow.ts';
import { saidOutright, valuesForVoices } from './inherit.ts';
import { resolve } from './resolve.ts';

/** A pattern as it sounds, ready for the shelf; what it follows is worked in. */
export function shelfPatternOf(document: SongDocument, id: Id): ShelfPattern {
  const index = indexOf(document);
  const resolved = resolve(document, id);
  const { pattern, hits, meter, swing } = resolved;
  const sounding = hits.filter((hit) => hit.origin !== 'silenced');
  const used = new Set(sounding.map((hit) => hit.voice));
  const voices = index.voicesOf(pattern.part);
  const kept = voices.filter((voice) => used.has(voice.id));
  const shown = kept.length ? kept : voices.slice(0, 1);
  const isKept = new Set(shown.map((voice) => voice.id));
  const said = saidOutright(valuesForVoices(resolved, (voice) => (isKept.has(voice) ? voice : undefined)));
  return {
    accents: [],
    ...said,
    name: pattern.name,
    type: index.part(pattern.part)?.type ?? 'drums',
    length: pattern.length,
    meter: meter ?? index.song.meter,
    swing: swing ?? index.song.swing,
    tonic: index.song.key.tonic,
    tempo: index.song.tempo,
    voices: shown.map(({ id: voice, name, family, note }) => ({ id: voice, name, family, note })),
    hits: Object.fromEntries(sounding.map(({ id: hitId, origin: _, ...hit }) => [hitId, hit])),
  };
}

export interface TakenFromShelf {
  readonly change: ChangeSet;
  /** The pattern that the change puts. */
  readonly pattern: Pattern;
  /** Names of voices for which the part has none; their hits were left out. */
  readonly unmatched: readonly string[];
}

/**
 * A shelf pattern as a new pattern of a part of the same type: each voice plays on the one that matches it by note and
 * family, and notes are moved to the song's tonic by the shorter way. Meter and swing become the pattern's own where they
 * differ from the song's. Null when the song has no such part.
 */
export function fromShelf(
  document: SongDocument,
  item: ShelfPattern,
  id: Id,
  name: string,
): TakenFromShelf | null {
  const index = indexOf(document);
  const part = index.parts.find((one) => one.type === item.type);
  if (!part) return null;
  const matches = matchVoices(
    item.voices.map((voice) => ({ ...voice, part: part.id })),
    index.voicesOf(part.id),
  );
  const toTonic = modulo(tonicPitchClass(index.song.key.tonic) - tonicPitchClass(item.tonic) + 5, 12) - 5;
  const own: Record<Id, Hit> = {};
  for (const [hitId, hit] of Object.entries(item.hits)) {
    const voice = matches.get(hit.voice);
    const written = item.voices.find((one) => one.id === hit.voice);
    if (!voice || !written) continue;
    const move = item.type === 'notes' ? toTonic + written.note - voice.note : 0;
    own[hitId] = { ...hit, voice: voice.id, pitch: Math.min(60, Math.max(-60, hit.pitch + move)) };
  }
  const made = newPattern(document, { part: part.id, id, name, length: item.length });
  const [base] = isChange(made) ? made.put : [];
  if (base?.kind !== 'pattern') return null;
  const { song } = index;
  const values = eachInherited((field) => item[field] ?? inheritance(field).rest);
  const said = saidOutright(valuesForVoices(values, (voice) => matches.get(voice)?.id));
  const isSongs = (field: 'meter' | 'swing') => saysSame(item[field], song[field]);
  const pattern: Pattern = {
    ...base,
    own,
    ...omit(said, ...(['meter', 'swing'] as const).filter(isSongs)),
  };
  return {
    change: { label: `take ${item.name} from the shelf`, put: [pattern], remove: [] },
    pattern,
    unmatched: item.voices.filter((voice) => !matches.has(voice.id)).map((voice) => voice.name),
  };
}

/** A shelf pattern that is to follow another one. */
export interface ShelfFollower {
  readonly role: PatternRole;
  readonly pattern: ShelfPattern;
}

/**
 * Takes shelf patterns as followers of a pattern of the song, under these ids and names: what both play is followed, the rest
 * is their own. Refused for a song that has no part for one.
 */
export function followersFromShelf(
  document: SongDocument,
  parent: Id,
  followers: readonly (ShelfFollower & { readonly id: Id; readonly name: string })[],
): Outcome {
  return inTurn(
    document,
    'take its variation and fill from the shelf',
    followers.flatMap(({ role, pattern: item, id, name }) => [
      (now: SongDocument) => {
        const taken = fromShelf(now, item, id, name);
        return taken
          ? { ...taken.change, put: [{ ...taken.pattern, role }] }
          : { reason: `This song has no part for ${name}.` };
      },
      (now: SongDocument) => attach(now, id, parent),
    ]),
  );
}
