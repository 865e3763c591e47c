import { z } from 'zod';
import { indexOf, type SongDocument } from '../song/document.ts';
import type { ChangeSet } from '../song/changes.ts';
import { InvalidSongError } from '../song/errors.ts';
import { accentsSchema } from '../song/inherited/accents.ts';
import { controlsSchema } from '../song/inherited/controls.ts';
import { gridsSchema } from '../song/inherited/grids.ts';
import { humaniseSchema } from '../song/inherited/humanise.ts';
import { meterSchema } from '../song/inherited/meter.ts';
import { swingSchema } from '../song/inherited/swing.ts';
import { eachInherited, inheritance, INHERITED, INHERITED_FIELDS } from '../song/inherited/table.ts';
import { TONICS, tonicPitchClass } from '../song/key.ts';
import { omit } from '../song/omit.ts';
import { isChange } from '../song/outcome.ts';
import {
  familySchema,
  hitSchema,
  LONGEST_PATTERN,
  type Deep,
  type Hit,
  type Id,
  type Pattern,
} from '../song/records.ts';
import { hitIdSchema, idSchema, nameSchema } from '../song/names.ts';
import { modulo } from '../time/ticks.ts';
import { matchVoices } from './copy-hits.ts';
import { newPattern } from './edit-pattern.ts';
import { saidOutright, valuesForVoices } from './inherit.ts';
import { resolve } from './resolve.ts';

/** A pattern by itself, with what is needed to play it in any song: its hits, and the voices that they belong to. */
export const shelfPatternSchema = z.strictObject({
  name: nameSchema,
  type: z.literal(['drums', 'notes']),
  length: z.int().min(1).max(LONGEST_PATTERN),
  meter: meterSchema,
  swing: swingSchema,
  /** The tonic that its notes were written to; drums take no notice of it. */
  tonic: z.literal([...TONICS]),
  /** Quarter notes a minute that it was made at. */
  tempo: z.number().min(20).max(400),
  voices: z
    .array(
      z.strictObject({ id: idSchema, name: nameSchema, family: familySchema, note: z.int().min(0).max(127) }),
    )
    .min(1)
    .max(64),
  hits: z.record(hitIdSchema, hitSchema),
  grids: gridsSchema,
  accents: accentsSchema,
  /** The rest of what a pattern says for its family; absent where it is at rest. */
  accentAmount: INHERITED.accentAmount.schema.optional(),
  humanise: humaniseSchema.optional(),
  controls: controlsSchema.optional(),
});

export type ShelfPattern = Deep<z.infer<typeof shelfPatternSchema>>;

/** The most hits that a pattern on the shelf has. */
const MOST_HITS = 2000;

/** Reads a shelf pattern from outside. Throws InvalidSongError naming every field that is wrong. */
export function readShelfPattern(input: unknown): ShelfPattern {
  const read = shelfPatternSchema.safeParse(input);
  if (!read.success)
    throw new InvalidSongError(
      read.error.issues
        .slice(0, 50)
        .map((issue) => ({ path: issue.path.map(String).join('.') || 'pattern', message: issue.message })),
    );
  const { data } = read;
  const known = new Set(data.voices.map((voice) => voice.id));
  const problems = Object.entries(data.hits).flatMap(([id, hit]) => {
    if (!known.has(hit.voice))
      return [{ path: `hits.${id}.voice`, message: `no voice has the id ${hit.voice}` }];
    return hit.at >= data.length ? [{ path: `hits.${id}.at`, message: 'must lie within the length' }] : [];
  });
  for (const field of INHERITED_FIELDS) {
    const said = data[field];
    const strays =
      said === undefined
        ? []
        : inheritance(field)
            .voices(said)
            .filter((voice) => !known.has(voice));
    for (const voice of strays) problems.push({ path: field, message: `no voice has the id ${voice}` });
  }
  if (Object.keys(data.hits).length > MOST_HITS)
    problems.push({ path: 'hits', message: `must be at most ${MOST_HITS}` });
  if (problems.length) throw new InvalidSongError(problems.slice(0, 50));
  return data;
}

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
  const isSongs = (field: 'meter' | 'swing') => JSON.stringify(item[field]) === JSON.stringify(song[field]);
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
