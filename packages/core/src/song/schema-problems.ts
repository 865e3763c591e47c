import type { z } from 'zod';
import type { Problem } from './errors.ts';

/** The most problems that one answer names. */
export const MOST_PROBLEMS = 50;

/** Faults of a value by its schema; `name`, where given, stands before each path. */
export function schemaProblems(error: z.ZodError, name?: string): Problem[] {
  return error.issues.slice(0, MOST_PROBLEMS).map(({ path, message }) => ({
    path: [...(name === undefined ? [] : [name]), ...path.map(String)].join('.'),
    message,
  }));
}
