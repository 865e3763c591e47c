import type { z } from 'zod';
import type { Zod } from '../zod.ts';
import { inheritedAccentAmount } from './accent-amount.ts';
import { inheritedAccents } from './accents.ts';
import { inheritedControls } from './controls.ts';
import { inheritedGrids } from './grids.ts';
import { inheritedHarmony } from './harmony.ts';
import { inheritedHumanise } from './humanise.ts';
import type { Inheritance } from './inheritance.ts';
import { inheritedMessages } from './messages.ts';
import { inheritedMeter } from './meter.ts';
import { inheritedSwing } from './swing.ts';

/** All that a pattern says for its family, by the field that says it. */
export const INHERITED = {
  meter: inheritedMeter,
  swing: inheritedSwing,
  grids: inheritedGrids,
  accents: inheritedAccents,
  accentAmount: inheritedAccentAmount,
  humanise: inheritedHumanise,
  controls: inheritedControls,
  messages: inheritedMessages,
  harmony: inheritedHarmony,
};

/** A field that a pattern says for its family. */
export type InheritedField = keyof typeof INHERITED;

/** The value of each of them for a pattern. */
export type InheritedValues = {
  readonly [F in InheritedField]: (typeof INHERITED)[F] extends Inheritance<infer T> ? T : never;
};

/** The values that a pattern itself says. */
export type InheritedSaid = { readonly [F in InheritedField]?: NonNullable<InheritedValues[F]> };

/** The fields that a pattern says for its family, in the order of the table. */
export const INHERITED_FIELDS = Object.keys(INHERITED) as InheritedField[];

type Fields = {
  readonly [F in InheritedField]: z.ZodOptional<ReturnType<(typeof INHERITED)[F]['schema']>>;
};

/** Fields of a record that may say each of them. */
export const inheritedFields = (z: Zod): Fields =>
  Object.fromEntries(
    INHERITED_FIELDS.map((field) => [field, z.optional(INHERITED[field].schema(z))]),
  ) as unknown as Fields;

type AnyValue = InheritedValues[InheritedField];
type AnySaid = NonNullable<AnyValue>;

/** One entry of the table for code that goes through all of them, field by field; the compiler cannot see the pairing. */
export function inheritance(field: InheritedField): Inheritance<AnyValue, AnySaid> {
  return INHERITED[field] as unknown as Inheritance<AnyValue, AnySaid>;
}

/** A value for each field, by a function of the field. */
export function eachInherited(valueOf: (field: InheritedField) => AnyValue): InheritedValues {
  return Object.fromEntries(
    INHERITED_FIELDS.map((field) => [field, valueOf(field)]),
  ) as unknown as InheritedValues;
}
