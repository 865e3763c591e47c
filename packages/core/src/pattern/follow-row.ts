import {
  cutName,
  type FromRow,
  type Id,
  indexOf,
  type Key,
  type Outcome,
  type Pattern,
  saysSame,
  type SongDocument,
  tonicPitchClass,
} from '../song/index.ts';
import { modulo } from '../time/index.ts';
import { emptyPattern } from './edit-pattern.ts';
import { unusedName } from './family.ts';
import { resolve } from './resolve.ts';

/** The pitch of a voice, in semitones above its note, that is the key's tonic nearest to that note. */
export function rootPitch(note: number, { tonic }: Key): number {
  const up = modulo(tonicPitchClass(tonic) - note, 12);
  return up > 6 ? up - 12 : up;
}

/**
 * A new pattern of a notes part that follows a row of a drum pattern: on its hits, at the key's root, or the chord's in slots that have
 * chords, each held to the next one or `longest` ticks. It is as long as the drums and has their meter and swing. Refused where the part has no row, and
 * for a part that is not of notes.
 */
export function followRow(
  document: SongDocument,
  drums: Id,
  row: Id,
  part: Id,
  id: Id,
  longest: number | null,
): Outcome {
  const index = indexOf(document);
  const resolved = resolve(document, drums);
  const voice = index.voice(row);
  const [plays] = index.voicesOf(part);
  if (!voice || !plays || index.part(part)?.type !== 'notes')
    return { reason: 'There is no part of notes that could follow it.' };
  const { pattern, meter, swing } = resolved;
  const name = unusedName(index, part, cutName(`${plays.name} with ${voice.name.toLowerCase()}`, 70));
  const next: Pattern = {
    ...emptyPattern(document, { part, id, name, length: pattern.length }),
    fromRow: { pattern: drums, row, plays: plays.id, pitch: rootPitch(plays.note, index.song.key), longest },
    ...(meter ? { meter } : {}),
    ...(swing ? { swing } : {}),
    harmony: 'named chord notes',
  };
  return { label: `follow ${voice.name}`, put: [next], remove: [] };
}

/** Changes how a pattern follows its row; `null` when nothing differs, or it follows none. */
export function setFromRow(
  document: SongDocument,
  id: Id,
  fields: Partial<Pick<FromRow, 'pitch' | 'longest' | 'row' | 'pattern'>>,
): Outcome {
  const pattern = indexOf(document).pattern(id);
  if (!pattern?.fromRow) return null;
  const fromRow = { ...pattern.fromRow, ...fields };
  if (saysSame(fromRow, pattern.fromRow)) return null;
  return { label: 'follow the row otherwise', put: [{ ...pattern, fromRow }], remove: [] };
}
