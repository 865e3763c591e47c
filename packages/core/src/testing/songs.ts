import {
  apply,
  documentOf,
  type Hit,
  isChange,
  type Layer,
  NO_EDITS,
  type Outcome,
  type Part,
  type Pattern,
  type Section,
  type Slot,
  type Song,
  type SongDocument,
  type Voice,
} from '../song/index.ts';
import { meter } from '../time/index.ts';

export function song(fields: Partial<Song> = {}): Song {
  return {
    id: 'song',
    kind: 'song',
    name: 'Test song',
    tempo: 120,
    meter: meter(4, 4),
    key: { tonic: 'C', scale: 'minor' },
    swing: { amount: 50, unit: 16 },
    phraseBars: 4,
    seed: 1,
    form: [],
    ...fields,
  };
}

export const DRUMS: Part = { id: 'drums', kind: 'part', name: 'Drums', type: 'drums', channel: 9, order: 0 };

export function voice(id: string, note: number, fields: Partial<Voice> = {}): Voice {
  return {
    id,
    kind: 'voice',
    part: 'drums',
    name: id,
    family: 'snare',
    sound: 'snare',
    note,
    limb: 'hand',
    place: { x: 0, y: 0 },
    choke: null,
    grid: 4,
    swingShare: 100,
    offsetMs: 0,
    accentShare: 100,
    level: 80,
    pan: 0,
    order: note,
    ...fields,
  };
}

export function hit(voiceId: string, at: number, fields: Partial<Hit> = {}): Hit {
  return { voice: voiceId, at, velocity: 100, length: 120, offsetMs: 0, pitch: 0, ...fields };
}

export function pattern(id: string, fields: Partial<Pattern> = {}): Pattern {
  return {
    id,
    kind: 'pattern',
    part: 'drums',
    name: id,
    role: 'groove',
    length: 3840,
    order: 1,
    shapes: [],
    ...NO_EDITS,
    grids: {},
    ...fields,
  };
}

export function layer(patternId: string, fields: Partial<Layer> = {}): Layer {
  return { pattern: patternId, silencedVoices: [], ...NO_EDITS, ...fields };
}

export function section(id: string, slots: Section['slots']): Section {
  return { id, kind: 'section', name: id, role: 'verse', slots };
}

export const KICK = voice('kick', 36, { family: 'kick', limb: 'right foot' });
export const SNARE = voice('snare', 38);
export const HAT = voice('hat', 42, { family: 'hat', choke: 1 });
export const OPEN = voice('open', 46, { family: 'hat', choke: 1 });
export const TOM = voice('tom', 45, { family: 'tom' });

/** A bar of groove with a variation that follows it, played twice and once in a section that the form plays twice. */
export function smallSong(fields: Partial<Song> = {}): SongDocument {
  return documentOf([
    song({ form: [{ id: 'o1', section: 'verse', times: 2, silencedVoices: [] }], ...fields }),
    DRUMS,
    KICK,
    SNARE,
    HAT,
    OPEN,
    TOM,
    pattern('main', {
      own: {
        k1: hit('kick', 0),
        s1: hit('snare', 960),
        k2: hit('kick', 1920),
        s2: hit('snare', 2880),
        h1: hit('hat', 480),
      },
    }),
    pattern('variation', {
      role: 'variation',
      order: 2,
      parent: 'main',
      own: { k3: hit('kick', 2400) },
      silenced: ['h1'],
      changed: { s2: { velocity: 60 } },
    }),
    section('verse', [
      { id: 'a', length: 7680, layers: [layer('main')] },
      { id: 'b', length: 3840, layers: [layer('variation')] },
    ]),
  ]);
}

/** A song whose verse plays these notes of a bass, whose own note is 36, in slots of one bar. */
export function bassSong(
  own: Readonly<Record<string, Hit>>,
  slots: readonly Partial<Slot>[] = [{}, {}],
): SongDocument {
  return documentOf([
    ...Object.values(smallSong().records),
    { id: 'low', kind: 'part', name: 'Bass', type: 'notes', channel: 1, order: 1 },
    voice('bass', 36, { part: 'low', family: 'note', sound: 'bass' }),
    pattern('line', { part: 'low', own }),
    section(
      'verse',
      slots.map((slot, i) => ({ id: `s${i}`, length: 3840, layers: [layer('line')], ...slot })),
    ),
    song({ form: [{ id: 'o1', section: 'verse', times: 1, silencedVoices: [] }] }),
  ]);
}

/** The document after an edit that is expected to apply. */
export function after(document: SongDocument, outcome: Outcome): SongDocument {
  if (!isChange(outcome)) throw new Error(`No change: ${JSON.stringify(outcome)}`);
  return apply(document, outcome).document;
}
