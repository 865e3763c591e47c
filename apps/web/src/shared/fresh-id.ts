/** A fresh id for a record, hit, slot or occurrence: ten characters that no other will have. */
export function freshId(): string {
  return `n${crypto.randomUUID().replaceAll('-', '').slice(0, 12)}`;
}

/** A fresh seed, 0..2^31-1, to be stored with what it makes. */
export function freshSeed(): number {
  return (crypto.getRandomValues(new Uint32Array(1))[0] ?? 0) >>> 1;
}
