/** A value without some of its optional fields. */
export function omit<T extends object, K extends keyof T>(value: T, ...fields: readonly K[]): Omit<T, K> {
  const out: Partial<T> = { ...value };
  for (const field of fields) delete out[field];
  return out as Omit<T, K>;
}
