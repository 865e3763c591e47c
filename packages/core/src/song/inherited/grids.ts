import { z } from 'zod';
import { GRIDS, type Grid } from '../../time/grid.ts';
import { idSchema, type Id } from '../names.ts';
import { plainInheritance } from './inheritance.ts';

export const gridSchema = z.literal([...GRIDS]);
export const gridsSchema = z.record(idSchema, gridSchema);

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
