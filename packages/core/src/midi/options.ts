import { z } from 'zod';
import { nameSchema } from '../song/names.ts';

export const REGION_KINDS = ['song', 'section', 'slot', 'pattern'] as const;
export type RegionKind = (typeof REGION_KINDS)[number];

/** What a file name may be made of. */
export const NAME_PARTS = ['{nn}', '{song}', '{kind}', '{name}', '{bars}'] as const;
export const USUAL_NAMES = '{nn} {name} {bars}';

/** How regions leave. */
export const exportOptionsSchema = z.strictObject({
  regions: z.array(z.literal([...REGION_KINDS])).min(1),
  /** A track for each part, or for each voice. */
  tracks: z.literal(['part', 'voice']).default('part'),
  /** Accents raise the velocity, become polyphonic key pressure, or both. */
  accents: z.literal(['velocity', 'pressure', 'both']).default('velocity'),
  /** With swing and early/late, or as written. */
  timing: z.literal(['heard', 'grid']).default('heard'),
  ppq: z.literal([480, 960]).default(960),
  format: z.literal([0, 1]).default(1),
  /** Voice levels stay in the app, or scale the velocities that leave. */
  levels: z.literal(['stay', 'velocity']).default('stay'),
  /** Each voice's own note (General MIDI unless changed), or notes rising by semitones from 36 in row order. */
  drumMap: z.literal(['voice', 'rising']).default('voice'),
  /** A track in the song file with one note per slot that names its patterns. */
  cueTrack: z.boolean().default(false),
  names: nameSchema.default(USUAL_NAMES),
});

export type ExportOptions = Readonly<z.infer<typeof exportOptionsSchema>>;

/** The options with every one that was left out at its usual value. Throws ZodError for values that are none. */
export function exportOptions(input: z.input<typeof exportOptionsSchema>): ExportOptions {
  return exportOptionsSchema.parse(input);
}
