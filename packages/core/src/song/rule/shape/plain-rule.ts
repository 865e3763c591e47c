import type { z } from 'zod';
import type { Grid } from '../../../time/index.ts';
import { type Id, idSchema } from '../../names.ts';
import { gridSchema, seedSchema, voicesSchema } from '../../schema-parts.ts';
import type { Zod } from '../../zod.ts';
import type { Parameter, RuleInput } from '../rule.ts';
import {
  aboutOne,
  aboutVoices,
  type AnyShape,
  anyVoices,
  type Bounds,
  commonFields,
  type ShapeRule,
  type ShapeWayOf,
  stretchFields,
  TRIED,
} from './shape-rule.ts';

/** The rows that a rule is about: all or some, some, or one. */
type About = 'any rows' | 'some rows' | 'one row';
/** Inputs of a rule from the pattern and the panel, beside its numbers; `bounds` are kept but not set by hand. */
type ExtraField = 'grid' | 'seed' | 'stretch' | 'bounds';

type PlainShape<R extends string, A extends About, T extends ExtraField, N extends string> = AnyShape & {
  readonly rule: R;
} & Readonly<Record<N, number>> &
  (A extends 'one row' ? { readonly voice: Id } : unknown) &
  (A extends 'any rows' ? { readonly voices: readonly Id[] | null } : unknown) &
  (A extends 'some rows' ? { readonly voices: readonly Id[] } : unknown) &
  ('grid' extends T ? { readonly grid: Grid } : unknown) &
  ('seed' extends T ? { readonly seed: number } : unknown) &
  ('stretch' extends T ? Bounds : unknown) &
  ('bounds' extends T ? Bounds : unknown);

interface PlainRule<
  S extends AnyShape,
  R extends string,
  A extends About,
  T extends ExtraField,
  N extends string,
>
  extends Pick<ShapeWayOf<S>, 'title' | 'about' | 'does'>, Pick<ShapeRule<S, R>, 'apply' | 'adds'> {
  readonly rule: R;
  readonly rows: A;
  readonly extra?: readonly T[];
  readonly numbers: Readonly<Record<N, Parameter>>;
}

/** A rule whose shape is its rows, its numbers and its extra fields: schema and setting follow from what is declared here. */
export function plainRule<
  const R extends string,
  A extends About,
  N extends string = never,
  T extends ExtraField = never,
>({
  rule,
  rows,
  extra = [],
  numbers,
  title,
  about,
  does,
  apply,
  adds,
}: PlainRule<PlainShape<R, A, T, N>, R, A, T, N>): ShapeRule<PlainShape<R, A, T, N>, R> {
  const has = (one: ExtraField) => (extra as readonly ExtraField[]).includes(one);
  const parameters: Readonly<Record<string, Parameter>> = numbers;
  const schema = (z: Zod) =>
    z.strictObject({
      ...commonFields(z),
      rule: z.literal(rule),
      ...rowFields(z, rows),
      ...(has('stretch') || has('bounds') ? stretchFields(z) : {}),
      ...Object.fromEntries(Object.entries(parameters).map(([name, one]) => [name, one.schema(z)])),
      ...(has('grid') ? { grid: gridSchema(z) } : {}),
      ...(has('seed') ? { seed: seedSchema(z) } : {}),
    });
  const make = ({ voices, onto, grid, seed, stretch, at }: RuleInput) => ({
    id: TRIED,
    rule,
    ...(rows === 'one row' ? { voice: voices[0] ?? onto } : { voices }),
    ...(has('stretch') ? stretch : {}),
    ...Object.fromEntries(Object.keys(parameters).map((name) => [name, at(name)])),
    ...(has('grid') ? { grid } : {}),
    ...(has('seed') ? { seed } : {}),
  });
  const way = {
    ...{ title, about, does, parameters, make },
    ...(has('seed') ? { random: true } : {}),
    ...(has('grid') ? { asksGrid: () => true } : {}),
  };
  // The fields above are those of the type, which the compiler cannot see through the lists.
  return {
    schema,
    ...(rows === 'one row' ? aboutOne : aboutVoices),
    ways: { [rule]: way },
    wayOf: () => rule,
    apply,
    ...(adds ? { adds } : {}),
  } as unknown as ShapeRule<PlainShape<R, A, T, N>, R>;
}

function rowFields(z: Zod, rows: About): Record<string, z.ZodType> {
  if (rows === 'one row') return { voice: idSchema(z) };
  return { voices: rows === 'any rows' ? anyVoices(z) : voicesSchema(z).min(1) };
}
