import {
  accentsSchema,
  controlsSchema,
  type Described,
  familySchema,
  gridsSchema,
  hitIdSchema,
  hitSchema,
  humaniseSchema,
  idSchema,
  INHERITED,
  LIMITS,
  meterSchema,
  nameSchema,
  noteSchema,
  swingSchema,
  tempoSchema,
  TONICS,
  type Zod,
} from '../song/index.ts';

/** A pattern by itself, with what is needed to play it in any song: its hits, and the voices that they belong to. */
export const shelfPatternSchema = (z: Zod) =>
  z.strictObject({
    name: nameSchema(z),
    type: z.literal(['drums', 'notes']),
    length: z.int().min(1).max(LIMITS.pattern),
    meter: meterSchema(z),
    swing: swingSchema(z),
    /** The tonic that its notes were written to; drums take no notice of it. */
    tonic: z.literal([...TONICS]),
    /** Quarter notes a minute that it was made at. */
    tempo: tempoSchema(z),
    voices: z
      .array(
        z.strictObject({
          id: idSchema(z),
          name: nameSchema(z),
          family: familySchema(z),
          note: noteSchema(z),
        }),
      )
      .min(1)
      .max(64),
    hits: z.record(hitIdSchema(z), hitSchema(z)),
    grids: gridsSchema(z),
    accents: accentsSchema(z),
    /** The rest of what a pattern says for its family; absent where it is at rest. */
    harmony: INHERITED.harmony.schema(z).optional(),
    accentAmount: INHERITED.accentAmount.schema(z).optional(),
    humanise: humaniseSchema(z).optional(),
    controls: controlsSchema(z).optional(),
  });

/** A pattern on the shelf, without its song; lengths are in ticks. */
export type ShelfPattern = Described<typeof shelfPatternSchema>;
