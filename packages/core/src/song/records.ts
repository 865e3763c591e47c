import { type Drafts, draftsSchema } from './drafts.ts';
import { exportOptionsSchema } from './export-options.ts';
import { FAMILIES } from './families.ts';
import { chordsSchema } from './harmony/chord-record.ts';
import { SCALE_NAMES, TONICS } from './harmony/key.ts';
import { offsetSchema } from './hit/hit.ts';
import { meterSchema } from './inherited/meter.ts';
import { swingSchema } from './inherited/swing.ts';
import { intensityFields } from './intensity.ts';
import { LIMBS } from './limb.ts';
import { LIMITS } from './limits.ts';
import { messagesSchema } from './messages.ts';
import { idSchema, nameSchema } from './names.ts';
import { overTheBarSchema } from './over-the-bar.ts';
import { editFields, type Pattern, patternSchema } from './pattern-record.ts';
import {
  gridSchema,
  noteSchema,
  percentSchema,
  seedSchema,
  slowedSchema,
  tempoChangeSchema,
  tempoSchema,
  timesSchema,
  velocitySchema,
  voicesSchema,
  wholeSchema,
} from './schema-parts.ts';
import type { Described, Zod } from './zod.ts';

export { NO_EDITS } from './no-edits.ts';
export { type Edits, type FromRow, type Pattern, PATTERN_ROLES, type PatternRole } from './pattern-record.ts';

/** The schema of a family. */
export const familySchema = (z: Zod) => z.literal([...FAMILIES]);
/** The roles that a section can have in a song. */
export const SECTION_ROLES = [
  'intro',
  'verse',
  'pre-chorus',
  'build-up',
  'chorus',
  'bridge',
  'interlude',
  'break',
  'outro',
] as const;

const songSchema = (z: Zod) =>
  z.strictObject({
    id: idSchema(z),
    kind: z.literal('song'),
    name: nameSchema(z),
    tempo: tempoSchema(z),
    /** Other tempos from places of the song on, in ticks and in order, under those of its sections and slots. */
    tempos: z
      .array(z.strictObject({ at: z.int().min(1).max(LIMITS.song), tempo: tempoSchema(z) }))
      .max(LIMITS.tempos)
      .optional(),
    meter: meterSchema(z),
    key: z.strictObject({ tonic: z.literal([...TONICS]), scale: z.literal([...SCALE_NAMES]) }),
    swing: swingSchema(z),
    phraseBars: z.literal([2, 4, 8]),
    seed: seedSchema(z),
    form: z
      .array(
        z.strictObject({
          id: idSchema(z),
          section: idSchema(z),
          times: z.int().min(1).max(LIMITS.times),
          silencedVoices: voicesSchema(z),
          ...intensityFields(z),
        }),
      )
      .max(LIMITS.form),
    /** Options of the song's hand-off; absent ones are as usual. */
    handOff: exportOptionsSchema(z).partial().optional(),
  });

const partSchema = (z: Zod) =>
  z.strictObject({
    id: idSchema(z),
    kind: z.literal('part'),
    name: nameSchema(z),
    type: z.literal(['drums', 'notes']),
    channel: z.int().min(0).max(15),
    order: z.number(),
    /** Which set of sounds plays it in the app, and each set's own notes for the voices where they were changed. */
    kit: idSchema(z).optional(),
    maps: z.record(idSchema(z), z.record(idSchema(z), noteSchema(z))).optional(),
    /** Whose side the pan is heard from, and how much of the room is heard, in percent; neither leaves with the notes. */
    seat: z.literal(['drummer', 'listener']).optional(),
    room: percentSchema(z).optional(),
  });

const voiceSchema = (z: Zod) =>
  z.strictObject({
    id: idSchema(z),
    kind: z.literal('voice'),
    part: idSchema(z),
    name: nameSchema(z),
    family: familySchema(z),
    /** The sound that plays it in the app; it never leaves with the notes. */
    sound: idSchema(z),
    note: noteSchema(z),
    limb: z.literal([...LIMBS]),
    /** On the kit, in cm from the snare. */
    place: z.strictObject({ x: z.number(), y: z.number() }),
    choke: z.int().min(1).max(16).nullable(),
    grid: gridSchema(z),
    swingShare: percentSchema(z),
    offsetMs: offsetSchema(z),
    accentShare: percentSchema(z),
    /** Level in percent of full, pan from -100 (left) to 100 (right). */
    level: percentSchema(z),
    pan: z.number().min(-100).max(100),
    order: z.number(),
  });

/** Mark of a start: a hit of this voice on the first beat, only in the rounds that `times` names, where it is given. */
const landingFields = (z: Zod) => ({
  voice: idSchema(z),
  velocity: velocitySchema(z),
  times: timesSchema(z).optional(),
});

const layerSchema = (z: Zod) =>
  z.strictObject({
    pattern: idSchema(z),
    /**
     * The stretch of the slot that the layer plays in, in ticks from the slot's start, or, below 0, from its end, so that an
     * end stays at the end however long the slot is; absent means all of it. See `stretchOf`.
     */
    from: z.int().min(-LIMITS.slot).max(LIMITS.slot).optional(),
    to: z.int().min(-LIMITS.slot).max(LIMITS.slot).optional(),
    /** The place in its pattern at which the layer begins, in ticks, or on from the slot before; absent: at its start. */
    start: z.union([z.int().min(0).max(LIMITS.pattern), z.literal('on')]).optional(),
    /** In which rounds of its pattern it sounds: the first, the last, or every so many from one on; absent means all. */
    times: timesSchema(z).optional(),
    /** Scale of its velocities, in percent; absent means 100. */
    level: z.int().min(1).max(200).optional(),
    /** The slot from which it was cut, and after how many ticks of it: it is humanised as it was there. */
    drawn: z.strictObject({ slot: idSchema(z), after: z.int().min(0).max(LIMITS.slot) }).optional(),
    silencedVoices: voicesSchema(z),
    ...editFields(z),
    /** Messages of its own instead of its pattern's, places counted from the layer's start; absent: as the pattern has them. */
    messages: messagesSchema(z).optional(),
  });

const sectionSchema = (z: Zod) =>
  z.strictObject({
    id: idSchema(z),
    kind: z.literal('section'),
    name: nameSchema(z),
    role: z.literal([...SECTION_ROLES]),
    /** The section whose changes it takes over, but for where it says otherwise. See `reachingFollowers`. */
    follows: idSchema(z).optional(),
    meter: meterSchema(z).optional(),
    /** Its tempo wherever it is played; absent: the song's there. A ramp goes through its rounds. */
    tempo: tempoChangeSchema(z).optional(),
    /** Mark of its own start. */
    opening: z.strictObject(landingFields(z)).optional(),
    slots: z
      .array(
        z.strictObject({
          id: idSchema(z),
          length: z.int().min(1).max(LIMITS.slot),
          layers: z.array(layerSchema(z)).max(LIMITS.layers),
          chords: chordsSchema(z).optional(),
          /**
           * Mark of the start of whatever follows the slot; with `swell`, a swell over so many ticks up to the slot's end.
           */
          landing: z
            .strictObject({
              ...landingFields(z),
              swell: z.int().min(1).max(LIMITS.slot).optional(),
              /** The end of a fill that goes on after the slot; the hit is then where that lands. */
              over: overTheBarSchema(z).optional(),
            })
            .optional(),
          /** Its own meter: a bar begins where another meter does. Absent: its section's. */
          meter: meterSchema(z).optional(),
          /** Its own tempo, which ends with it; absent: its section's. */
          tempo: tempoChangeSchema(z).optional(),
          /** Slows over the last ticks, at most all of the slot, to a share (percent) of its tempo; what follows is in tempo again. */
          slows: z.strictObject({ over: z.int().min(1).max(LIMITS.slot), to: slowedSchema(z) }).optional(),
        }),
      )
      .max(LIMITS.slotsOfSection),
  });

/** An imported part to hold patterns against: its onsets in ticks; `shift` is where a pattern's start falls in it. */
const referenceSchema = (z: Zod) =>
  z.strictObject({
    id: idSchema(z),
    kind: z.literal('reference'),
    name: nameSchema(z),
    /** The pattern of the song that it is, whose notes as they are now count then; `notes` is what is left when it goes. */
    of: idSchema(z).optional(),
    /** How far from it is still right, in ms either way and in velocity; absent: as usual. */
    tolerance: z.strictObject({ ms: wholeSchema(z, 1, 200), velocity: wholeSchema(z, 1, 127) }).optional(),
    /** True for notes that are a drum each; only the row of a note is compared with it. */
    drums: z.literal(true).optional(),
    /** Its tempos and meters, each from a tick on; absent where they are not known. */
    tempos: z
      .array(z.strictObject({ at: z.int().min(0).max(LIMITS.file), tempo: tempoSchema(z) }))
      .max(LIMITS.tempos)
      .optional(),
    meters: z
      .array(z.strictObject({ at: z.int().min(0).max(LIMITS.file), meter: meterSchema(z) }))
      .max(LIMITS.slots)
      .optional(),
    shift: z
      .int()
      .min(0)
      .max(LIMITS.slot * 16),
    notes: z
      .array(
        z.tuple([
          z.int().min(0).max(LIMITS.file),
          z.int().min(1).max(LIMITS.file),
          z.int().min(0).max(127),
          z.int().min(1).max(127),
        ]),
      )
      .max(LIMITS.referenceNotes),
  });

export const recordSchema = (z: Zod) =>
  z.discriminatedUnion('kind', [
    songSchema(z),
    partSchema(z),
    voiceSchema(z),
    patternSchema(z),
    sectionSchema(z),
    referenceSchema(z),
    draftsSchema(z),
  ]);

/** The record of the song itself: tempo, meter, key, swing and form. */
export type Song = Described<typeof songSchema>;
/** A section in the form, as often as it is played there in a row. */
export type Occurrence = Song['form'][number];
/** A part of a song: its drums, or notes of one instrument, on a MIDI channel 0..15. */
export type Part = Described<typeof partSchema>;
/** A row of a part: a drum of the kit with its MIDI note, or an instrument. */
export type Voice = Described<typeof voiceSchema>;
/** A pattern played in a slot, with edits that hold there only; places are in ticks. */
export type Layer = Described<typeof layerSchema>;
/** A section of a song: slots one after the other. */
export type Section = Described<typeof sectionSchema>;
/** A stretch of a section with the patterns that play in it; its length is in ticks. */
export type Slot = Section['slots'][number];
/** Landing of a slot: a hit on the first beat of whatever follows it. */
export type Landing = NonNullable<Slot['landing']>;
/** Opening of a section. */
export type Opening = NonNullable<Section['opening']>;
/** Notes as [place, length, MIDI note, velocity 1..127], places and lengths in ticks. */
export type Reference = Described<typeof referenceSchema>;
/** A record of a song, told apart by its kind. */
export type SongRecord = Song | Part | Voice | Pattern | Section | Reference | Drafts;
/** The role of a section in its song. */
export type SectionRole = Section['role'];
