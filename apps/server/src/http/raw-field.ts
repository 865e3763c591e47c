import { type ArgumentMetadata, BadRequestException, ValidationPipe } from '@nestjs/common';
import { ValidateBy } from 'class-validator';

/** A field of a body that is looked at as it came: nothing of it is copied or transformed on the way. */
type Held = () => unknown;

/** The most values of a body outside its raw fields. */
const MOST_PLAIN = 2000;

const fieldsOf = new Map<unknown, Set<string>>();

/**
 * A field that core reads itself, such as the records of a song. `problem` says what is wrong with it, in words that follow
 * its name; null when it is well. The library that transforms bodies takes time square in the keys of an object.
 */
export function Raw(problem: (value: unknown) => string | null): PropertyDecorator {
  const check = ValidateBy({
    name: 'raw',
    validator: {
      validate: (held: unknown) => problem(valueOf(held)) === null,
      defaultMessage: (about) => `${about?.property} ${problem(valueOf(about?.value)) ?? ''}`,
    },
  });
  return (target, field) => {
    const fields = fieldsOf.get(target.constructor) ?? new Set();
    fieldsOf.set(target.constructor, fields.add(String(field)));
    check(target, field);
  };
}

function valueOf(held: unknown): unknown {
  return typeof held === 'function' ? (held as Held)() : held;
}

/** Checks bodies by their classes, and passes their raw fields on as they are. */
export class RawFieldsPipe extends ValidationPipe {
  override async transform(value: unknown, metadata: ArgumentMetadata): Promise<unknown> {
    const raw = fieldsOf.get(metadata.metatype) ?? new Set();
    if (metadata.type !== 'body' || !isPlain(value))
      return super.transform(value, metadata) as Promise<unknown>;
    if (isWide(value, raw))
      throw new BadRequestException({
        message: 'The request holds more than anything here does. Nothing was changed.',
      });
    const given = Object.entries(value);
    const held = given.map(([field, inner]) => [field, raw.has(field) ? () => inner : inner] as const);
    const checked = (await super.transform(Object.fromEntries(held), metadata)) as Record<string, unknown>;
    for (const field of raw) if (field in checked) checked[field] = valueOf(checked[field]);
    return checked;
  }
}

/** True for a body that holds more outside its raw fields than any here does. */
function isWide(body: Readonly<Record<string, unknown>>, raw: ReadonlySet<string>): boolean {
  let left = MOST_PLAIN;
  const look = (value: unknown): void => {
    if (--left < 0 || typeof value !== 'object' || value === null) return;
    for (const inner of Object.values(value)) look(inner);
  };
  for (const [field, value] of Object.entries(body)) look(raw.has(field) ? null : value);
  return left < 0;
}

/** A list of objects. */
export function listOfObjects(most: number): (value: unknown) => string | null {
  return (value) => {
    if (!Array.isArray(value)) return 'must be a list';
    if (value.length > most) return `must hold at most ${most}`;
    return value.every(isPlain) ? null : 'must hold objects only';
  };
}

/** A list of ids. */
export function listOfIds(most: number): (value: unknown) => string | null {
  return (value) => {
    if (!Array.isArray(value)) return 'must be a list';
    if (value.length > most) return `must hold at most ${most}`;
    const isId = (one: unknown) => typeof one === 'string' && one.length <= 64;
    return value.every(isId) ? null : 'must hold ids of at most 64 characters';
  };
}

export function isPlain(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** A change: lists of new records and of ids that are gone, and what differs of others, before and after, by id. */
export function changeProblem(most: number): (value: unknown) => string | null {
  return (value) => {
    if (!isPlain(value)) return 'must be a change';
    const { added, updated, removed, ...more } = value;
    if (Object.keys(more).length) return `must not hold ${Object.keys(more)[0]?.slice(0, 64) ?? ''}`;
    const problem = listOfObjects(most)(added);
    if (problem) return `added ${problem}`;
    if (!isPlain(updated) || Object.keys(updated).length > most) return 'updated must give records by id';
    const isPair = ([id, pair]: [string, unknown]) =>
      id.length <= 64 && Array.isArray(pair) && pair.length === 2 && pair.every(isPlain);
    if (!Object.entries(updated).every(isPair)) return 'updated must give each record before and after';
    const wrong = listOfIds(most)(removed);
    return wrong && `removed ${wrong}`;
  };
}
