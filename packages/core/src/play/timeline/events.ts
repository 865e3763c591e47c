import type { Chord, Control, Id, MessageKind } from '../../song/index.ts';
import { type BarMeter, tempoAt, type TempoMap } from '../../time/index.ts';
import type { Merged } from './settle.ts';

/** Source of an event, so that a screen can light up what sounds and a check can name a difference. */
export interface Source {
  /** Null outside the form. */
  readonly occurrence: Id | null;
  readonly repeat: number;
  /** Null when a pattern stands alone. */
  readonly section: Id | null;
  readonly slot: Id | null;
  readonly pattern: Id;
  readonly hit: Id;
}

/** A note as it is heard; places and lengths in ticks, velocities 1..127. */
export interface NoteEvent {
  readonly tick: number;
  readonly part: Id;
  readonly voice: Id;
  /** The pattern whose controls move it, on a channel of their own; null for none. */
  readonly lane: Id | null;
  /** MIDI channel 0..15 and note 0..127. */
  readonly channel: number;
  readonly note: number;
  /** With the accent on its place, and without. */
  readonly velocity: number;
  readonly plainVelocity: number;
  /** Raise by an accent; 0 for none. */
  readonly accent: number;
  /** True for a grace stroke, before the hit that it belongs to. */
  readonly grace: boolean;
  /** The row's grid step, where a key pressure accent ends. */
  readonly step: number;
  readonly length: number;
  /** Length before the next note of its channel and number ends it: a drum map may give that one another number. */
  readonly uncut: number;
  /** From -100 (left) to 100 (right) of the voice's own place; heard in the app only. */
  readonly pan: number;
  /** Semitones by which a drum is tuned; heard in the app only, since a drum's MIDI note names the drum. */
  readonly tune: number;
  /** Tick at which another hit of its choke group ends it, if one does. */
  readonly stopsAt: number | null;
  /** Slide into the next note of its part, if any. */
  readonly glide: Glide | null;
  readonly from: Source;
}

/** A slide from a note into the next one: from `after` ticks after its start until the next begins, by so many semitones. */
export interface Glide {
  readonly after: number;
  readonly until: number;
  readonly by: number;
  /** Length of the next note, in ticks. */
  readonly into: number;
}

/** Movement of all notes of a lane from a place on: pitch in semitones, filter and level 0..127. */
export interface ControlEvent {
  readonly tick: number;
  /** The pattern whose controls it belongs to. */
  readonly lane: Id;
  readonly channel: number;
  readonly kind: Control['kind'];
  readonly value: number;
}

/** A message to the channel of a part beside its notes, such as a pedal. */
export interface MessageEvent {
  readonly tick: number;
  readonly part: Id;
  readonly channel: number;
  readonly kind: MessageKind;
  readonly value: number;
}

/** The sounds of a stretch of a song: notes, tempos, meters and markers, by place in ticks. */
export interface Timeline {
  readonly length: number;
  /** Ticks from its start to the first beat of its scope: a beat with a pick-up, else 0. */
  readonly lead: number;
  readonly tempos: TempoMap;
  readonly meters: readonly { readonly tick: number; readonly meter: BarMeter }[];
  readonly markers: readonly { readonly tick: number; readonly name: string }[];
  /** Starts of chords. */
  readonly chords: readonly { readonly tick: number; readonly chord: Chord }[];
  readonly events: readonly NoteEvent[];
  /** By place; of each lane and kind only changes. */
  readonly controls: readonly ControlEvent[];
  /** Messages beside the notes of parts, of each part in the order in which they are said. */
  readonly messages: readonly MessageEvent[];
  /** Hits that fell on the very tick and note of a louder one and were taken into it. */
  readonly merged: readonly Merged<NoteEvent>[];
  /** Grace strokes that would have come before the start and were left out. */
  readonly dropped: number;
}

/**
 * `heard`: with swing, early and late, and humanised; `grid`: on its places, as loud as it is heard; `written`: on its places
 * and not humanised.
 */
export type Timing = 'heard' | 'grid' | 'written';

/** Setting of a layer in its scope: its first tick, and the scope's length and tempos. */
export interface Standing {
  readonly start: number;
  readonly end: number;
  readonly tempos: TempoMap;
}

/** The tempo of a layer of so many ticks all through; null where it changes. */
export function steadyTempo(
  { tempos, start }: Pick<Standing, 'tempos' | 'start'>,
  length: number,
): number | null {
  const changes = tempos.some(({ tick }) => tick > start && tick < start + length);
  return changes ? null : tempoAt(tempos, start);
}
