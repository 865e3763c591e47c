/** True for two stored values that are equal in depth, whatever the order of fields; an undefined field is none. */
export function saysSame(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (!isObject(a) || !isObject(b)) return false;
  if (Array.isArray(a) || Array.isArray(b))
    return (
      Array.isArray(a) &&
      Array.isArray(b) &&
      a.length === b.length &&
      a.every((one, i) => saysSame(one, b[i] as unknown))
    );
  let fields = 0;
  for (const key of Object.keys(a)) {
    if (a[key] === undefined) continue;
    fields++;
    if (!Object.hasOwn(b, key) || !saysSame(a[key], b[key])) return false;
  }
  return Object.keys(b).filter((key) => b[key] !== undefined).length === fields;
}

function isObject(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null;
}
