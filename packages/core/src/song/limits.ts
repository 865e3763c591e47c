import { figure } from '../time/index.ts';

/** A bar of 4/4, in ticks. */
const BAR = 3840;

/**
 * The most of everything that a song may hold or play. What lies within them is worked out, drawn and written in a time
 * that a person waits for; more is refused before it is worked out. Lengths are in ticks.
 */
export const LIMITS = Object.freeze({
  /** One pattern: 16 bars of 4/4. */
  pattern: 16 * BAR,
  /** One slot: 64 bars of 4/4. */
  slot: 64 * BAR,
  /** Layers of one slot, slots of one section, and rules that a pattern keeps. */
  layers: 16,
  slotsOfSection: 256,
  shapes: 32,
  /** Sections in a row, repeats counted once, and how often one of them is played. */
  form: 256,
  /** Chords of one slot. */
  chords: 64,
  /** Points of a curve of density or drive in one occurrence. */
  intensityPoints: 64,
  /** Places at which a song takes another tempo. */
  tempos: 20_000,
  times: 32,
  /** Notes of an imported part. */
  referenceNotes: 8000,
  /** Hits of one pattern with all that it follows. */
  hits: 8192,
  /** Hits of a pattern repeated over one layer of a slot. */
  layerHits: 32_768,
  /** Hits that a pattern or layer names as silenced, those that are gone among them. */
  silenced: 16_384,
  /** Hits of all patterns, each pattern's counted once for itself and once for each of its rules, and their edits. */
  work: 300_000,
  /** Strokes of rolls and flams, controller values and tempo steps that a song plays, repeats included. */
  strokes: 200_000,
  /** Bars of 4/4 times layers, repeats included; a slot or layer counts as one bar at least. */
  layerBars: 32_768,
  /** Slots that a song plays, repeats included. */
  slots: 4096,
  /** A whole song: 4096 bars of 4/4, far below what the length of a MIDI event can say (0x0fffffff). */
  song: 4096 * BAR,
  /** The largest length of a MIDI event, and so the last place of an imported part. */
  file: 0x0fff_ffff,
  /** Characters of what a change is called. */
  label: 120,
  accents: 1024,
  controls: 256,
  /** Messages of one pattern or layer of notes beside its notes, and what is set as they begin. */
  messages: 16_384,
  held: 140,
  /** Patterns from one that follows up to the one that follows none. */
  parents: 64,
  records: 2000,
  references: 16,
  /** Rows that a rule, a control, a layer or an occurrence names. */
  voices: 256,
  /** Files of one export. */
  regions: 2000,
  songs: 1000,
  shelfItems: 500,
  /** Hits of a pattern on the shelf. */
  shelfHits: 2000,
  /** All patterns on the shelf together, in bytes as they are stored. */
  shelfBytes: 8 * 1024 * 1024,
});

/** Message about a count beyond its limit. */
export function tooMany(what: string, found: number, most: number): string {
  return `${what}: ${figure(found)}; at most ${figure(most)} are possible`;
}
