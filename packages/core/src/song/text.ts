import { z } from 'zod';

/** Ids of records, slots and occurrences: letters, digits, - and _, at most 64. Names that objects carry are refused. */
export const idSchema = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$/, 'must be an id of letters, digits, - and _')
  .refine((id) => !(id in {}), 'is a reserved name');

/** Ids of hits: as other ids, with ~ and . before what a repeat or a shape has added. */
export const hitIdSchema = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9_.~-]{0,159}$/, 'must be a hit id of letters, digits, - _ . and ~')
  .refine((id) => !(id in {}), 'is a reserved name');

// eslint-disable-next-line no-control-regex -- control characters are what is refused
const PLAIN = /^[^<>\u0000-\u001f\u007f]*$/;

/** Names that a musician gives: 1 to 80 characters without angle brackets or control characters. */
export const nameSchema = z
  .string()
  .trim()
  .min(1, 'must not be empty')
  .max(80, 'must be at most 80 characters')
  .regex(PLAIN, 'must not hold < or > or control characters');
