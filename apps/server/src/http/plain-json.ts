import type { IncomingMessage, ServerResponse } from 'node:http';
import { PayloadTooLargeException } from '@nestjs/common';
import type { NextFunction, Request, Response } from 'express';
import { nextTurn } from '../next-turn.ts';

/** Deepest nesting of a body; a song's records need eight. */
export const DEEPEST = 32;

/** The longest list of a body, and the most keys of an object: more than anything in a song that is accepted. */
const LONGEST = 16_384;

/** The most values of a body that is read on the server's own thread. */
const MOST_VALUES = 120_000;

/** Names that every object carries: as keys of a body they would be taken for those, or lost on the way. */
const RESERVED = new Set([...Object.getOwnPropertyNames(Object.prototype), 'prototype']);

const [QUOTE, BACKSLASH, COMMA, OPEN_LIST, OPEN_OBJECT] = [0x22, 0x5c, 0x2c, 0x5b, 0x7b];

/** About how many values a JSON text holds, by one look at each of its bytes: each comma and bracket begins one more. */
export function valuesIn(text: Uint8Array): number {
  let values = 1;
  for (let i = 0; i < text.length; i++) {
    const byte = text[i];
    if (byte === QUOTE) {
      for (i++; i < text.length && text[i] !== QUOTE; i++) if (text[i] === BACKSLASH) i++;
    } else if (byte === COMMA || byte === OPEN_LIST || byte === OPEN_OBJECT) values++;
  }
  return values;
}

/** Refuses a body with more values than anything here holds, before it is parsed. */
export function refuseManyValues(_: IncomingMessage, __: ServerResponse, text: Buffer): void {
  if (valuesIn(text) > MOST_VALUES) throw new PayloadTooLargeException();
}

/** Refuses bodies that are nested deeper or longer than anything here is, or hold a reserved name, before they are copied. */
export function refuseTwistedBodies() {
  return (request: Request, response: Response, next: NextFunction): void => {
    const look = () => {
      const problem = Buffer.isBuffer(request.body) ? null : problemIn(request.body);
      if (problem) refuse(response, problem);
      else next();
    };
    // It took its time to be parsed: others are answered before it is looked at.
    if (Number(request.headers['content-length'] ?? 0) > LARGE) void nextTurn().then(look);
    else look();
  };
}

/** From so many bytes on a body takes some ms to be parsed. */
const LARGE = 64 * 1024;

function refuse(response: Response, problem: BodyProblem): void {
  const { path, message } = problem;
  response.status(400).json({
    statusCode: 400,
    error: 'Bad Request',
    message: `Nothing was changed. ${path || 'The body'} ${message}.`,
    problems: [problem],
  });
}

/** Fault of a body, and its place. */
interface BodyProblem {
  readonly path: string;
  readonly message: string;
}

/** A value of a body, and the way to it by what it lies in. */
interface Place {
  readonly value: object;
  readonly key: string;
  readonly within: Place | null;
  readonly depth: number;
}

/** The first thing that is wrong; walked with a list of its own, since a deep body would use up the stack. */
export function problemIn(body: unknown): BodyProblem | null {
  if (typeof body !== 'object' || body === null) return null;
  const left: Place[] = [{ value: body, key: '', within: null, depth: 0 }];
  for (let place = left.pop(); place; place = left.pop()) {
    const { value, depth } = place;
    if (depth >= DEEPEST) return { path: pathOf(place), message: `is nested deeper than ${DEEPEST}` };
    const keys = Object.keys(value);
    if (keys.length > LONGEST) {
      const what = Array.isArray(value)
        ? `a list of more than ${LONGEST}`
        : `an object of more than ${LONGEST} fields`;
      return { path: pathOf(place), message: `is ${what}` };
    }
    const isList = Array.isArray(value);
    for (const key of keys) {
      if (!isList && RESERVED.has(key))
        return { path: pathOf({ value, key, within: place, depth }), message: 'is a reserved name' };
      const inner = (value as Readonly<Record<string, unknown>>)[key];
      if (typeof inner === 'object' && inner !== null)
        left.push({ value: inner, key, within: place, depth: depth + 1 });
    }
  }
  return null;
}

function pathOf(place: Place): string {
  const keys: string[] = [];
  for (let at = place; at.within; at = at.within) keys.push(at.key);
  const path = keys.reverse().join('.');
  return path.length > 200 ? `${path.slice(0, 200)}…` : path;
}
