/** An event of a track at an absolute place in ticks of the file. Channels are 0..15, data bytes 0..127. */
export type MidiEvent = { readonly tick: number } & (
  | { readonly type: 'noteOff'; readonly channel: number; readonly note: number; readonly velocity: number }
  | { readonly type: 'noteOn'; readonly channel: number; readonly note: number; readonly velocity: number }
  | { readonly type: 'keyPressure'; readonly channel: number; readonly note: number; readonly value: number }
  | { readonly type: 'controller'; readonly channel: number; readonly number: number; readonly value: number }
  | { readonly type: 'program'; readonly channel: number; readonly number: number }
  | { readonly type: 'channelPressure'; readonly channel: number; readonly value: number }
  /** 0..16383, 8192 at rest. */
  | { readonly type: 'pitchBend'; readonly channel: number; readonly value: number }
  /** Text of a meta event 1..9: 1 text, 3 track name, 5 lyric, 6 marker, 7 cue point. */
  | { readonly type: 'text'; readonly kind: number; readonly text: string }
  | { readonly type: 'tempo'; readonly microseconds: number }
  | { readonly type: 'meter'; readonly beats: number; readonly unit: number }
  /** Sharps -7..7, negative for flats. */
  | { readonly type: 'key'; readonly sharps: number; readonly minor: boolean }
  | { readonly type: 'meta'; readonly kind: number; readonly data: Uint8Array }
  | { readonly type: 'sysex'; readonly data: Uint8Array }
);

/** A note of a file; places in its ticks. */
export interface MidiNote {
  readonly tick: number;
  readonly length: number;
  readonly channel: number;
  readonly note: number;
  readonly velocity: number;
  /** Velocity of its note-off; RELEASE_VELOCITY where it is absent. */
  readonly release?: number;
}

/** Release velocity where none is meant: the standard's value for devices that have none. */
export const RELEASE_VELOCITY = 64;

/** A track of a file. */
export interface MidiTrack {
  /** By place. */
  readonly events: readonly MidiEvent[];
  /** Notes that are written between them, in any order; what was read has none, but their ons and offs as events. */
  readonly notes?: readonly MidiNote[];
  /** End of the track, in ticks. */
  readonly length: number;
}

/** A Standard MIDI File. Format 0 has one track, format 1 any number that play together. */
export interface MidiFile {
  readonly format: 0 | 1;
  /** Ticks per quarter note, 1..32767. */
  readonly ppq: number;
  readonly tracks: readonly MidiTrack[];
}

/** Bytes that are no Standard MIDI File; `offset` is where reading stopped. */
export class MidiFormatError extends Error {
  readonly offset: number;
  constructor(message: string, offset: number) {
    super(`${message} (at byte ${offset})`);
    this.name = 'MidiFormatError';
    this.offset = offset;
  }
}

/** Status bytes of the channel messages without their channel. */
export const STATUS = {
  noteOff: 0x80,
  noteOn: 0x90,
  keyPressure: 0xa0,
  controller: 0xb0,
  program: 0xc0,
  channelPressure: 0xd0,
  pitchBend: 0xe0,
} as const;

/** Kinds of text that have a meaning here. */
export const TEXT = { plain: 1, trackName: 3, marker: 6, cuePoint: 7 } as const;

/** Meta event kinds that have a meaning here; 1 to 9 are text. */
export const META = { firstText: 1, lastText: 9, end: 0x2f, tempo: 0x51, meter: 0x58, key: 0x59 } as const;
