import { GRIDS } from '../time/index.ts';
import { LIMITS } from './limits.ts';
import { idSchema } from './names.ts';
import type { Described, Zod } from './zod.ts';

// Fields that many shapes share.

const from = (least: number, most: number) => `from ${least} to ${most}`;
/** A number of a range, both ends within it. */
export const numberSchema = (z: Zod, least: number, most: number) => {
  const message = `must be ${from(least, most)}`;
  return z.number(message).min(least, message).max(most, message);
};
/** A whole number of a range, both ends within it. */
export const wholeSchema = (z: Zod, least: number, most: number) => {
  const message = `must be a whole number ${from(least, most)}`;
  return z.int(message).min(least, message).max(most, message);
};

export const percentSchema = (z: Zod) => numberSchema(z, 0, 100);
/** The slowest and the fastest tempo, in quarter notes a minute. */
export const [SLOWEST, FASTEST] = [20, 400] as const;
/** A tempo, in quarter notes a minute. */
export const tempoSchema = (z: Zod) => numberSchema(z, SLOWEST, FASTEST);
/** A tempo that begins where it stands: at once, or on a straight line over so many ticks. */
export const tempoChangeSchema = (z: Zod) =>
  z.strictObject({ to: tempoSchema(z), over: z.int().min(1).max(LIMITS.song).optional() });
/** A tempo to go to, in quarter notes a minute, at once or over so many ticks. */
export type TempoChange = Described<typeof tempoChangeSchema>;
/** The least share of its tempo, in percent, to which a song slows. */
export const LEAST_SLOWED = 20;
export const slowedSchema = (z: Zod) => z.number().min(LEAST_SLOWED).max(100);
/** A MIDI velocity. */
export const velocitySchema = (z: Zod) => wholeSchema(z, 1, 127);
/** A MIDI note. */
export const noteSchema = (z: Zod) => wholeSchema(z, 0, 127);
export const seedSchema = (z: Zod) => z.int().min(0).max(0xffffffff);
export const gridSchema = (z: Zod) => z.literal([...GRIDS]);
/** In which rounds something sounds: the first, the last, or every so many from one on, counted from 0. */
export const timesSchema = (z: Zod) =>
  z.union([
    z.literal(['first', 'last']),
    z.strictObject({ every: z.int().min(2).max(64), from: z.int().min(0).max(63) }),
  ]);
/** The rounds in which something sounds. */
export type Times = Described<typeof timesSchema>;

export const voicesSchema = (z: Zod) => z.array(idSchema(z)).max(LIMITS.voices);
