import { TONICS } from '../harmony/key.ts';
import { hitSchema } from '../hit/hit.ts';
import { hitIdSchema } from '../hit/hit-id.ts';
import { INHERITED, inheritedFields } from '../inherited/table.ts';
import { LIMITS } from '../limits.ts';
import { idSchema, nameSchema } from '../names.ts';
import { familySchema } from '../records.ts';
import { noteSchema, tempoSchema } from '../schema-parts.ts';
import type { Described, Zod } from '../zod.ts';

/** Fields that are said even at rest. */
const alwaysSaid = (z: Zod) => ({
  meter: INHERITED.meter.schema(z),
  swing: INHERITED.swing.schema(z),
  grids: INHERITED.grids.schema(z),
  accents: INHERITED.accents.schema(z),
});

/** A pattern by itself, with what is needed to play it in any song: its hits, and the voices that they belong to. */
export const shelfPatternSchema = (z: Zod) =>
  z.strictObject({
    name: nameSchema(z),
    type: z.literal(['drums', 'notes']),
    length: z.int().min(1).max(LIMITS.pattern),
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
    /** The rest that a pattern says for its family; absent where it is at rest. */
    ...inheritedFields(z),
    ...alwaysSaid(z),
  });

/** A pattern on the shelf, without its song; lengths are in ticks. */
export type ShelfPattern = Described<typeof shelfPatternSchema>;
