import fc from 'fast-check';
import { z } from 'zod';

/** The part of a JSON schema that shapes of songs are described by. */
interface JsonSchema {
  readonly type?: string;
  readonly const?: unknown;
  readonly enum?: readonly unknown[];
  readonly anyOf?: readonly JsonSchema[];
  readonly oneOf?: readonly JsonSchema[];
  readonly items?: JsonSchema;
  readonly minItems?: number;
  readonly maxItems?: number;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly properties?: Readonly<Record<string, JsonSchema>>;
  readonly required?: readonly string[];
  readonly propertyNames?: JsonSchema;
  readonly additionalProperties?: JsonSchema | false;
}

/** Longest list, and ends of a number, where the schema names none or a far one. */
const [LONGEST, LEAST, MOST] = [6, -8000, 8000] as const;

/** Values that a schema lets through; its ids are drawn from `ids`, and fields of `set` are as they are told there. */
export function valuesOf<T>(
  schema: z.ZodType<T>,
  ids: readonly string[],
  set: Readonly<Record<string, fc.Arbitrary<unknown>>>,
): fc.Arbitrary<T> {
  const value = (one: JsonSchema): fc.Arbitrary<unknown> => {
    const branches = one.anyOf ?? one.oneOf;
    if (branches) return fc.oneof(...branches.map(value));
    if (one.const !== undefined) return fc.constant(one.const);
    if (one.enum) return fc.constantFrom(...one.enum);
    switch (one.type) {
      case 'null':
        return fc.constant(null);
      case 'boolean':
        return fc.boolean();
      case 'integer':
        return fc.integer(endsOf(one));
      case 'number':
        return fc.integer(endsOf(one)).map((n) => n + 0.5 * Number(n < endsOf(one).max));
      case 'string':
        return fc.constantFrom(...ids);
      case 'array':
        return fc.array(value(one.items ?? {}), {
          minLength: one.minItems ?? 0,
          maxLength: Math.min(one.maxItems ?? LONGEST, LONGEST),
        });
      case 'object':
        return object(one);
      default:
        throw new RangeError(`No values are known for ${JSON.stringify(one)}.`);
    }
  };
  const object = ({ properties, required = [], additionalProperties }: JsonSchema) => {
    if (!properties)
      return fc.dictionary(fc.constantFrom(...ids), value(additionalProperties || {}), {
        maxKeys: ids.length,
      });
    const fields = Object.entries(properties).map(([name, one]) => [name, set[name] ?? value(one)] as const);
    return fc.record(Object.fromEntries(fields), { requiredKeys: [...required] });
  };
  return value(z.toJSONSchema(schema, { io: 'input' }) as JsonSchema) as fc.Arbitrary<T>;
}

function endsOf({ minimum = LEAST, maximum = MOST }: JsonSchema) {
  const far = maximum === Number.MAX_SAFE_INTEGER ? MOST : maximum;
  return { min: Math.max(minimum, -1e9), max: Math.max(minimum, far) };
}
