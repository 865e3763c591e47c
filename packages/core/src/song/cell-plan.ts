import { idSchema } from './names.ts';
import { gridSchema, velocitySchema, wholeSchema } from './schema-parts.ts';
import type { Described, Zod } from './zod.ts';

/** Figures of a cell: stickings of the trade, hands and foot in turn, and strokes with rests. */
export const FIGURES = [
  'single',
  'double',
  'paradiddle',
  'six-stroke',
  'flam tap',
  'linear',
  'stroke and rest',
] as const;
/** A figure of a cell. */
export type Figure = (typeof FIGURES)[number];

/** Kinds of fill that a drummer names. */
export const KINDS = [
  'singles',
  'doubles',
  'paradiddles',
  'linear',
  'flams',
  'ruffs',
  'stabs',
  'hat barks',
  'ghost notes',
  'threes',
  'over the bar',
  'half-time drag',
  'backbeat kept',
  'both hands',
  'stop and pick-up',
  'six over four',
] as const;
/** A kind of fill. */
export type Kind = (typeof KINDS)[number];

/** Which strokes of a cell stand out; `groove`: those that fall where the groove has its kick or its backbeat. */
export const ACCENT_SHAPES = ['first', 'second', 'last', 'rising', 'groove'] as const;
/** A way in which the strokes of a cell stand out. */
export type AccentShape = (typeof ACCENT_SHAPES)[number];

/** Arrivals of a fill of cells on the downbeat. */
export const ARRIVALS = ['runs in', 'stops', 'gap and flam', 'cut short', 'picked up'] as const;
/** A way in which a fill of cells arrives on the downbeat. */
export type Arrival = (typeof ARRIVALS)[number];

/** The fewest and the most grid steps of a cell, and the most cells of a fill. */
export const [LEAST_STEPS, MOST_STEPS, MOST_CELLS] = [2, 7, 200];

const strokeSchema = (z: Zod) =>
  z.strictObject({
    /** The grid step of the cell that it falls on, from 0. */
    step: wholeSchema(z, 0, MOST_STEPS - 1),
    /** The right or the left hand, or the foot. */
    by: z.literal(['R', 'L', 'F']),
    voice: idSchema(z),
    velocity: velocitySchema(z),
    flam: z.boolean().optional(),
    /** Grace strokes of which there are two or three, in place of a flam's one. */
    grace: z.literal(['drag', 'ruff']).optional(),
  });

/** A cell: a figure over a few grid steps, its accents on a drum. Cells of one letter are the same figure. */
const cellSchema = (z: Zod) =>
  z.strictObject({
    letter: z.string().regex(/^[A-C][’″]?$/),
    steps: wholeSchema(z, LEAST_STEPS, MOST_STEPS),
    figure: z.literal([...FIGURES]),
    accent: z.literal([...ACCENT_SHAPES]),
    drum: idSchema(z),
    /** Its own grid, where it is not that of the plan. */
    grid: gridSchema(z).optional(),
    strokes: z.array(strokeSchema(z)).max(2 * MOST_STEPS),
  });

/** Plan of a fill, cell by cell, in grid steps; the cells tile the stretch that the fill takes over. */
export const cellPlanSchema = (z: Zod) =>
  z.strictObject({
    grid: gridSchema(z),
    cells: z.array(cellSchema(z)).min(1).max(MOST_CELLS),
    arrival: z.literal([...ARRIVALS]),
    /** Kind of a fill that was made rhythm first. */
    kind: z.literal([...KINDS]).optional(),
  });

/** The cells of a fill, which tile what it takes over. */
export type CellPlan = Described<typeof cellPlanSchema>;
/** A few grid steps of a fill that are one figure. */
export type Cell = CellPlan['cells'][number];
/** A stroke of a cell; `step` counts grid steps of the cell from 0. */
export type CellStroke = Cell['strokes'][number];
