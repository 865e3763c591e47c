import type { Grid } from '../../time/index.ts';
import { type Id, idSchema } from '../names.ts';
import { gridSchema } from '../schema-parts.ts';
import type { Zod } from '../zod.ts';
import { plainInheritance } from './inheritance.ts';

/** The schema of the grids of rows, by voice. */
export const gridsSchema = (z: Zod) => z.record(idSchema(z), gridSchema(z));

type Grids = Readonly<Record<Id, Grid>>;

/** Grids of rows; one that no pattern of the family names has its voice's own. */
export const inheritedGrids = plainInheritance<Grids>({
  schema: gridsSchema,
  rest: {},
  joined: (followed, said) => ({ ...followed, ...said }),
  voices: (said) => Object.keys(said),
  forVoices: (grids, name) =>
    Object.fromEntries(
      Object.entries(grids).flatMap(([voice, grid]) => {
        const named = name(voice);
        return named === undefined ? [] : [[named, grid]];
      }),
    ),
});
