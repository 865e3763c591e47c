import { choiceSchemas, USUAL_CHOICES } from './export-choices.ts';
import { idSchema, nameSchema } from './names.ts';
import type { Described, Zod } from './zod.ts';

/** The kinds of regions that a song leaves as. */
export const REGION_KINDS = ['song', 'section', 'slot', 'pattern'] as const;
/** A kind of region. */
export type RegionKind = (typeof REGION_KINDS)[number];

/** Parts of a file name. */
export const NAME_PARTS = ['{nn}', '{song}', '{kind}', '{name}', '{bars}'] as const;

/**
 * Maps of drum notes: each voice's own note (General MIDI unless changed), General MIDI's whatever was changed, notes rising by
 * semitones from 36 in row order, or those of the map of one's own that is named.
 */
export const DRUM_MAPS = ['voice', 'general', 'rising', 'own'] as const;

/** The maps that are known by a name of ours, in the order in which they are offered. */
export const KNOWN_MAPS = [
  { value: 'voice', label: 'The kit’s own' },
  { value: 'general', label: 'General MIDI' },
  { value: 'rising', label: 'Rising from C2' },
] as const satisfies readonly { value: (typeof DRUM_MAPS)[number]; label: string }[];

/** The longest name of a drum map, in characters. */
export const LONGEST_MAP = 60;

/** Usual options of an export. */
export const USUAL_EXPORT = {
  ...USUAL_CHOICES,
  drumMap: 'voice',
  ownMap: '',
  ownMaps: {},
  stay: [],
  names: '{nn} {name} {bars}',
} as const;

/** Options of an export. */
export const exportOptionsSchema = (z: Zod) =>
  z.strictObject({
    regions: z.array(z.literal([...REGION_KINDS])).min(1),
    ...choiceSchemas(z),
    drumMap: z.literal([...DRUM_MAPS]),
    ownMap: z.string().max(LONGEST_MAP),
    /** Maps of one's own by name: the note (0..127) of each voice that has another than its own. */
    ownMaps: z.record(
      z
        .string()
        .min(1)
        .max(LONGEST_MAP)
        .refine((name) => !(name in {}), 'is a reserved name'),
      z.record(idSchema(z), z.int().min(0).max(127)),
    ),
    /** The voices that stay here. */
    stay: z.array(idSchema(z)),
    names: nameSchema(z),
  });

/** Options of an export: the content that leaves, and its form. */
export type ExportOptions = Described<typeof exportOptionsSchema>;

/** Options of a song's hand-off: its own, and the usual ones for the rest. */
export function optionsOfSong(handOff: Partial<ExportOptions> | undefined): ExportOptions {
  return { ...USUAL_EXPORT, regions: ['song', 'section'], ...handOff };
}
