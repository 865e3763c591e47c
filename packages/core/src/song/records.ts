import { z } from 'zod';
import { buildRecipeSchema } from './build-recipe.ts';
import type { controllerCurveSchema } from './curves.ts';
import type { Deep } from './deep.ts';
import { accentsSchema } from './inherited/accents.ts';
import { controlsSchema } from './inherited/controls.ts';
import { gridSchema, gridsSchema } from './inherited/grids.ts';
import { humaniseSchema } from './inherited/humanise.ts';
import { meterSchema } from './inherited/meter.ts';
import { swingSchema } from './inherited/swing.ts';
import { INHERITED } from './inherited/table.ts';
import { LIMITS } from './limits.ts';
import { SCALE_NAMES, TONICS } from './key.ts';
import { fillRecipeSchema } from './fill-recipe.ts';
import { shapeSchema } from './shapes.ts';
import { hitIdSchema, idSchema, nameSchema, nameSchemaOf } from './names.ts';

export type { Deep } from './deep.ts';
export { LARGEST_ACCENT, type Accent } from './inherited/accents.ts';
export { USUAL_ACCENT } from './inherited/accent-amount.ts';
export type { Control } from './inherited/controls.ts';
export type { Humanise } from './inherited/humanise.ts';
export type { Swing } from './inherited/swing.ts';
export type { Id } from './names.ts';

/** The longest pattern, 16 bars of 4/4, and the longest slot, 64 bars, in ticks. */
export const LONGEST_PATTERN = 16 * 3840;
export const LONGEST_SLOT = 64 * 3840;

export const FAMILIES = ['kick', 'snare', 'hat', 'tom', 'cymbal', 'percussion', 'note'] as const;
export const familySchema = z.literal([...FAMILIES]);
export const PATTERN_ROLES = ['groove', 'variation', 'fill', 'build-up', 'break', 'ending'] as const;
export const SECTION_ROLES = ['intro', 'verse', 'build-up', 'chorus', 'break', 'outro'] as const;

const percent = z.number().min(0).max(100);
const offsetMs = z.number().min(-100).max(100);
/**
 * Several strokes in place of one, spread evenly over `span` ticks: `hits` of them, or one at each step of `grid`.
 * The hit's own velocity and pitch are the first stroke's; `velocity` and `pitch` (semitones above the voice's note) the
 * last one's, on a way bent by `curve` (-100 early, 0 straight, 100 late). `pan` puts the strokes left and right in turn.
 */
const rollSchema = z
  .strictObject({
    hits: z.int().min(2).max(12).optional(),
    grid: gridSchema.optional(),
    span: z.int().min(1).max(LONGEST_PATTERN),
    velocity: z.int().min(1).max(127),
    curve: z.number().min(-100).max(100),
    pitch: z.int().min(-60).max(60),
    pan: percent,
  })
  .refine((roll) => (roll.hits === undefined) !== (roll.grid === undefined), {
    message: 'must have a number of hits or a grid, and not both',
  });

/** Grace hits before the hit: 1, 2 or 3 of them, `ms` apart, at a `share` (percent) of its velocity. */
const flamSchema = z.strictObject({
  kind: z.literal(['flam', 'drag', 'ruff']),
  ms: z.number().min(5).max(80),
  share: z.number().min(5).max(100),
});

/**
 * A note: `at` and `length` in ticks, velocity 1..127, early/late in ms, `pitch` in semitones above the voice's note,
 * pan from -100 (left) to 100 (right) of its voice's own place; null ornaments are none.
 */
export const hitSchema = z.strictObject({
  voice: idSchema,
  at: z
    .int()
    .min(0)
    .max(LONGEST_SLOT - 1),
  velocity: z.int().min(1).max(127),
  length: z.int().min(1).max(LONGEST_PATTERN),
  offsetMs,
  pitch: z.int().min(-60).max(60),
  pan: z.number().min(-100).max(100).optional(),
  roll: rollSchema.nullable().optional(),
  flam: flamSchema.nullable().optional(),
});

/** What a pattern, or a layer of a slot, says otherwise than what it follows. */
const editsShape = {
  own: z.record(hitIdSchema, hitSchema),
  silenced: z.array(hitIdSchema).max(LIMITS.silenced),
  changed: z.record(hitIdSchema, hitSchema.partial()),
};

const songSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('song'),
  name: nameSchema,
  tempo: z.number().min(20).max(400),
  meter: meterSchema,
  key: z.strictObject({ tonic: z.literal([...TONICS]), scale: z.literal([...SCALE_NAMES]) }),
  swing: swingSchema,
  phraseBars: z.literal([2, 4, 8]),
  seed: z.int().min(0).max(0xffffffff),
  form: z
    .array(
      z.strictObject({
        id: idSchema,
        section: idSchema,
        times: z.int().min(1).max(32),
        silencedVoices: z.array(idSchema).max(LIMITS.voices),
      }),
    )
    .max(256),
});

const partSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('part'),
  name: nameSchema,
  type: z.literal(['drums', 'notes']),
  channel: z.int().min(0).max(15),
  order: z.number(),
  /** Which set of sounds plays it in the app, and each set's own notes for the voices where they were changed. */
  kit: idSchema.optional(),
  maps: z.record(idSchema, z.record(idSchema, z.int().min(0).max(127))).optional(),
  /** Whose side the pan is heard from, and how much of the room is heard, in percent; neither leaves with the notes. */
  seat: z.literal(['drummer', 'listener']).optional(),
  room: percent.optional(),
});

const voiceSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('voice'),
  part: idSchema,
  name: nameSchema,
  family: familySchema,
  /** The sound that plays it in the app; it never leaves with the notes. */
  sound: idSchema,
  note: z.int().min(0).max(127),
  limb: z.literal(['hand', 'right foot', 'left foot']),
  /** On the kit, in cm from the snare. */
  place: z.strictObject({ x: z.number(), y: z.number() }),
  choke: z.int().min(1).max(16).nullable(),
  grid: gridSchema,
  swingShare: percent,
  offsetMs,
  accentShare: percent,
  /** Level in percent of full, pan from -100 (left) to 100 (right). */
  level: percent,
  pan: z.number().min(-100).max(100),
  order: z.number(),
});

const patternSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('pattern'),
  part: idSchema,
  name: nameSchema,
  role: z.literal([...PATTERN_ROLES]),
  length: z.int().min(1).max(LONGEST_PATTERN),
  order: z.number(),
  parent: idSchema.optional(),
  window: z.strictObject({ from: z.int().min(0) }).optional(),
  shapes: z.array(shapeSchema).max(32),
  ...editsShape,
  /** The followed hits that edits are about, as they were followed last: what is left of one that is gone. */
  seen: z.record(hitIdSchema, hitSchema).optional(),
  /** A word of the musician's own, to find the pattern by. */
  label: nameSchemaOf(24).optional(),
  grids: gridsSchema,
  meter: meterSchema.optional(),
  swing: swingSchema.optional(),
  accents: accentsSchema.optional(),
  accentAmount: INHERITED.accentAmount.schema.optional(),
  humanise: humaniseSchema.optional(),
  controls: controlsSchema.optional(),
  /** How a fill was made, so that it can be made again or varied, and how a build-up was. */
  madeBy: fillRecipeSchema
    .partial()
    .required({ seed: true, takeOver: true, travel: true, busy: true })
    .optional(),
  builtBy: buildRecipeSchema.optional(),
});

const layerSchema = z.strictObject({
  pattern: idSchema,
  /** The stretch of the slot that the layer plays in, in ticks from the slot's start; absent means all of it. */
  from: z.int().min(0).optional(),
  to: z.int().min(1).optional(),
  silencedVoices: z.array(idSchema).max(LIMITS.voices),
  ...editsShape,
});

const sectionSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('section'),
  name: nameSchema,
  role: z.literal([...SECTION_ROLES]),
  meter: meterSchema.optional(),
  slots: z
    .array(
      z.strictObject({
        id: idSchema,
        length: z.int().min(1).max(LONGEST_SLOT),
        layers: z.array(layerSchema).max(16),
        /** What marks the start of whatever follows the slot: a hit of this voice on its first beat. */
        landing: z.strictObject({ voice: idSchema, velocity: z.int().min(1).max(127) }).optional(),
        /** Slows over the last ticks, at most all of the slot, to a share (percent) of the song's tempo; what follows is in tempo again. */
        slows: z
          .strictObject({ over: z.int().min(1).max(LONGEST_SLOT), to: z.number().min(20).max(100) })
          .optional(),
      }),
    )
    .max(256),
});

/** The most notes that an imported part keeps. */
export const MOST_REFERENCE_NOTES = 8000;

/** An imported part to hold patterns against: its onsets in ticks; `shift` is where a pattern's start falls in it. */
const referenceSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('reference'),
  name: nameSchema,
  shift: z
    .int()
    .min(0)
    .max(LONGEST_SLOT * 16),
  notes: z
    .array(
      z.tuple([
        z.int().min(0).max(LIMITS.file),
        z.int().min(1).max(LIMITS.file),
        z.int().min(0).max(127),
        z.int().min(1).max(127),
      ]),
    )
    .max(MOST_REFERENCE_NOTES),
});

export const recordSchema = z.discriminatedUnion('kind', [
  songSchema,
  partSchema,
  voiceSchema,
  patternSchema,
  sectionSchema,
  referenceSchema,
]);

export type Family = (typeof FAMILIES)[number];
export type Hit = Deep<z.infer<typeof hitSchema>>;
export type HitFields = Partial<Hit>;
export type Roll = Deep<z.infer<typeof rollSchema>>;
export type Flam = Deep<z.infer<typeof flamSchema>>;
export type Shape = Deep<z.infer<typeof shapeSchema>>;
export type FillRecipe = Deep<z.infer<typeof fillRecipeSchema>>;
export type BuildRecipe = Deep<z.infer<typeof buildRecipeSchema>>;
export type Curve = Deep<z.infer<typeof controllerCurveSchema>>;
export type Song = Deep<z.infer<typeof songSchema>>;
export type Occurrence = Song['form'][number];
export type Part = Deep<z.infer<typeof partSchema>>;
export type Voice = Deep<z.infer<typeof voiceSchema>>;
export type Pattern = Deep<z.infer<typeof patternSchema>>;
export type Layer = Deep<z.infer<typeof layerSchema>>;
export type Edits = Pick<Pattern, 'own' | 'silenced' | 'changed'>;
export type Section = Deep<z.infer<typeof sectionSchema>>;
export type Slot = Section['slots'][number];
/** Notes as [place, length, MIDI note, velocity 1..127], places and lengths in ticks. */
export type Reference = Deep<z.infer<typeof referenceSchema>>;
export type SongRecord = Song | Part | Voice | Pattern | Section | Reference;
export type SectionRole = Section['role'];
export type PatternRole = Pattern['role'];

/** No edits: everything is as what is followed. */
export const NO_EDITS: Edits = { own: {}, silenced: [], changed: {} };
