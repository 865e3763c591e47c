/** The value, with all of it frozen; what is frozen already is not looked into again. */
export function frozen<T>(value: T): T {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return value;
  // The numbers of a typed array cannot be frozen.
  if (ArrayBuffer.isView(value)) return value;
  Object.freeze(value);
  for (const inner of Object.values(value)) frozen(inner);
  return value;
}

let isGuarding = false;

/** From now on documents and what caches keep are frozen through and through. For development and tests, as it takes time. */
export function guardValues(): void {
  isGuarding = true;
}

/** The value; frozen through and through where values are guarded. */
export function guarded<T>(value: T): T {
  return isGuarding ? frozen(value) : value;
}
