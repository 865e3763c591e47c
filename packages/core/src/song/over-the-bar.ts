import { PPQ } from '../time/index.ts';
import { type Id, idSchema } from './names.ts';
import { omit } from './omit.ts';
import { velocitySchema } from './schema-parts.ts';
import type { Described, Zod } from './zod.ts';

/** The farthest that a fill goes on over the bar line, in ticks: a bar of 4/4. */
export const MOST_OVER = 4 * PPQ;
/** The most strokes over a bar line. */
const MOST_STROKES = 64;

/** The end of a fill that goes on over the bar line. Places are in ticks from the line. */
export const overTheBarSchema = (z: Zod) =>
  z.strictObject({
    /** Place at which the fill lands. */
    to: z.int().min(1).max(MOST_OVER),
    /** Strokes up to and with that place, in order. */
    strokes: z
      .array(
        z.strictObject({
          at: z.int().min(0).max(MOST_OVER),
          voice: idSchema(z),
          velocity: velocitySchema(z),
        }),
      )
      .max(MOST_STROKES),
  });

/** The end of a fill after the bar line, in ticks from it: strokes up to the place where it lands. */
export type OverTheBar = Described<typeof overTheBarSchema>;

/** A landing without the strokes of rows that are not known before it. */
export function landingWithin<L extends { readonly over?: OverTheBar | undefined }>(
  landing: L,
  isKnown: (voice: Id) => boolean,
): L | Omit<L, 'over'> {
  const { over } = landing;
  if (!over) return landing;
  const strokes = over.strokes.filter(({ voice }) => isKnown(voice));
  return strokes.length ? { ...landing, over: { ...over, strokes } } : omit(landing, 'over');
}
