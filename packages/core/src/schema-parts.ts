import { LIMITS } from './limits.ts';
import { idSchema } from './names.ts';
import { GRIDS } from './time/grid.ts';
import type { Zod } from './zod.ts';

// Fields that many shapes share.

export const percentSchema = (z: Zod) => z.number().min(0).max(100);
/** A MIDI velocity. */
export const velocitySchema = (z: Zod) => z.int().min(1).max(127);
/** A MIDI note. */
export const noteSchema = (z: Zod) => z.int().min(0).max(127);
export const seedSchema = (z: Zod) => z.int().min(0).max(0xffffffff);
export const gridSchema = (z: Zod) => z.literal([...GRIDS]);
export const voicesSchema = (z: Zod) => z.array(idSchema(z)).max(LIMITS.voices);
