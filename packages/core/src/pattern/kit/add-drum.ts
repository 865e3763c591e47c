import {
  addVoice,
  freeId,
  freeName,
  type Id,
  indexOf,
  type Outcome,
  type SongDocument,
} from '../../song/index.ts';
import { type DrumName, DRUMS, GENERAL_DRUMS } from './drums.ts';
import { drumVoice } from './voices.ts';

/**
 * Adds a drum below the others of its part, a second one of its kind under a name, an id and a MIDI note of its own.
 * Gives back the id that it is added under.
 */
export function addDrum(
  document: SongDocument,
  part: Id,
  drum: DrumName,
): { readonly id: Id; readonly outcome: Outcome } {
  const voices = indexOf(document).voicesOf(part);
  const name = freeName(
    DRUMS[drum].name,
    voices.map((voice) => voice.name),
  );
  const id = freeId(drum, (one) => Object.hasOwn(document.records, one));
  const note = freeNote(
    DRUMS[drum].note,
    voices.map((voice) => voice.note),
  );
  return { id, outcome: addVoice(document, { ...drumVoice(part, drum, 0), id, name, note }) };
}

/**
 * The note that is wanted, or the nearest one of General MIDI's drums that is neither taken nor usual for another drum; the wanted one after all
 * when there is none left.
 */
function freeNote(wanted: number, taken: readonly number[]): number {
  if (!taken.includes(wanted)) return wanted;
  const usual = Object.values(DRUMS).map((drum): number => drum.note);
  const { lowest, highest } = GENERAL_DRUMS;
  const free = Array.from({ length: highest - lowest + 1 }, (_, i) => lowest + i).filter(
    (note) => !taken.includes(note) && !usual.includes(note),
  );
  return free.sort((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted))[0] ?? wanted;
}
