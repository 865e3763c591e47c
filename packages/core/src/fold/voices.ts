import {
  DRUM_NAMES,
  type DrumName,
  DRUMS,
  drumVoice,
  INSTRUMENT_NAMES,
  INSTRUMENTS,
  instrumentVoice,
} from '../pattern/index.ts';
import { freeId, freeName, type Part, type Voice } from '../song/index.ts';
import type { ArrivedTrack } from './arrived.ts';
import type { RowOf } from './edits.ts';

/** Which drum a MIDI note of drums is; null for none, so that it is left out and listed. */
export type NoteMap = Readonly<Record<number, DrumName | null>>;

/** The rows of a track as voices. */
export interface Voiced {
  readonly voices: readonly Voice[];
  readonly has: (note: number) => boolean;
  readonly rowOf: RowOf;
  readonly nameOf: (note: number) => string;
}

/** A voice for each note of drums that has a drum, from the top row down; each keeps its own MIDI note. */
export function drumVoices(part: Part, { notes }: ArrivedTrack, noteMap: NoteMap, isFirst: boolean): Voiced {
  const used = [...new Set(notes.map(({ note }) => note))];
  const mapped = used
    .flatMap((note) => {
      const drum = noteMap[note];
      return drum ? [{ note, drum }] : [];
    })
    .sort((a, b) => DRUM_NAMES.indexOf(a.drum) - DRUM_NAMES.indexOf(b.drum) || nearer(a) - nearer(b));
  const byNote = new Map<number, Voice>();
  const names: string[] = [];
  const ids = new Set<string>();
  mapped.forEach(({ note, drum }, order) => {
    const name = freeName(DRUMS[drum].name, names);
    names.push(name);
    const id = freeId(isFirst ? drum : `${part.id}-${drum}`, (one) => ids.has(one));
    ids.add(id);
    byNote.set(note, drumVoice(part.id, drum, order, { id, name, note }));
  });
  return {
    voices: [...byNote.values()],
    has: (note) => byNote.has(note),
    rowOf: (note) => ({ voice: byNote.get(note)?.id ?? '', pitch: 0 }),
    nameOf: (note) => byNote.get(note)?.name ?? '',
  };
}

/** The drum's own General MIDI note comes before others that are the same drum. */
function nearer({ note, drum }: { readonly note: number; readonly drum: DrumName }): number {
  return Math.abs(note - DRUMS[drum].note);
}

/** The most that a note lies above or below the note of its voice, in semitones. */
const REACH = 60;

/** The one voice of a part of notes, about the middle of what it plays. */
export function noteVoice(part: Part, { lowest, highest, program }: ArrivedTrack): Voiced {
  const middle = (lowest + highest) / 2;
  const fitting = INSTRUMENT_NAMES.toSorted(
    (a, b) => farFrom(a, program, middle) - farFrom(b, program, middle),
  );
  const instrument = fitting[0] ?? 'keys';
  const usual = INSTRUMENTS[instrument].note;
  const note = lowest >= usual - REACH && highest <= usual + REACH ? usual : Math.floor(middle);
  const voice: Voice = { ...instrumentVoice(part.id, `${part.id}-note`, instrument), note };
  return {
    voices: [voice],
    has: (one) => Math.abs(one - note) <= REACH,
    rowOf: (one) => ({ voice: voice.id, pitch: one - note }),
    nameOf: () => voice.name,
  };
}

function farFrom(name: (typeof INSTRUMENT_NAMES)[number], program: number | null, middle: number): number {
  const { program: own, note } = INSTRUMENTS[name];
  return program === null ? Math.abs(note - middle) : Math.abs(own - program);
}
