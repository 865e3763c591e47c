let held = false;

/** While something is carried by keys, they are for nothing else. */
export function holdKeys(holds: boolean): void {
  held = holds;
}

export function keysAreHeld(): boolean {
  return held;
}
