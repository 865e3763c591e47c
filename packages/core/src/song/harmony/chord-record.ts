import { LIMITS } from '../limits.ts';
import type { Described, Zod } from '../zod.ts';
import { TONICS } from './key.ts';
import { QUALITY_NAMES } from './qualities.ts';

/** A chord: on a degree of the song's key, 1..7, or on a root of its own, which stays when the key changes. */
const chordSchema = (z: Zod) =>
  z.union([
    z.strictObject({ degree: z.int().min(1).max(7), quality: z.literal([...QUALITY_NAMES]) }),
    z.strictObject({ root: z.literal([...TONICS]), quality: z.literal([...QUALITY_NAMES]) }),
  ]);

/** The chords of a slot by their places, in ticks from its start; each lasts up to the next one or the slot's end. */
export const chordsSchema = (z: Zod) =>
  z
    .array(
      z.strictObject({
        at: z
          .int()
          .min(0)
          .max(LIMITS.slot - 1),
        chord: chordSchema(z),
      }),
    )
    .min(1)
    .max(LIMITS.chords)
    .refine((chords) => chords.every((one, i) => one.at > (chords[i - 1]?.at ?? -1)), {
      message: 'must be in their order, no two at one place',
    });

/** A chord, on a degree of the key or on a root of its own. */
export type Chord = Described<typeof chordSchema>;
/** A chord and its place in its slot, in ticks. */
export type ChordAt = Described<typeof chordsSchema>[number];
