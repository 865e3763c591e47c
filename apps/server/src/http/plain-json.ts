import type { NextFunction, Request, Response } from 'express';

/** How deep a body may be nested; a song's records need eight. */
export const DEEPEST = 32;

/** How long a list of a body may be: more than anything in a song that is accepted. */
const LONGEST = 16_384;

/** Names that every object carries: as keys of a body they would be taken for those, or lost on the way. */
const RESERVED = new Set([...Object.getOwnPropertyNames(Object.prototype), 'prototype']);

/** Refuses bodies that are nested deeper or longer than anything here is, or hold a reserved name, before they are copied. */
export function refuseTwistedBodies() {
  return (request: Request, response: Response, next: NextFunction): void => {
    const problem = problemIn(request.body);
    if (!problem) {
      next();
      return;
    }
    const { path, message } = problem;
    response.status(400).json({
      statusCode: 400,
      error: 'Bad Request',
      message: `Nothing was changed. ${path || 'The body'} ${message}.`,
      problems: [problem],
    });
  };
}

interface Place {
  readonly value: unknown;
  readonly path: string;
  readonly depth: number;
}

/** The first thing that is wrong; walked with a list of its own, since a deep body would use up the stack. */
function problemIn(body: unknown): { path: string; message: string } | null {
  const left: Place[] = [{ value: body, path: '', depth: 0 }];
  for (let place = left.pop(); place; place = left.pop()) {
    const { value, path, depth } = place;
    if (typeof value !== 'object' || value === null) continue;
    if (depth >= DEEPEST) return { path: shortened(path), message: `is nested deeper than ${DEEPEST}` };
    if (Array.isArray(value) && value.length > LONGEST)
      return { path: shortened(path), message: `is a list of more than ${LONGEST}` };
    for (const [key, inner] of Object.entries(value)) {
      const here = path ? `${path}.${key}` : key;
      if (!Array.isArray(value) && RESERVED.has(key))
        return { path: shortened(here), message: 'is a reserved name' };
      if (typeof inner === 'object') left.push({ value: inner, path: here, depth: depth + 1 });
    }
  }
  return null;
}

function shortened(path: string): string {
  return path.length > 200 ? `${path.slice(0, 200)}…` : path;
}
