import { saysSame } from './says-same.ts';

/** Value of a follower after its parent's went from `was` to `now`: the new one, unless the follower has its own. */
export function followed<T>(was: T, now: T, own: T): T {
  return saysSame(own, was) ? now : own;
}

/** The same for each field of a record by itself; a field that is undefined is left out. */
export function followedFields<T extends object>(was: T, now: T, own: T): T {
  const keys = new Set([...Object.keys(own), ...Object.keys(now)]) as Set<keyof T>;
  const said = [...keys].map((key) => [key, followed(was[key], now[key], own[key])] as const);
  return Object.fromEntries(said.filter(([, value]) => value !== undefined)) as T;
}

/** The same for each item of a set by itself, in the order in which it is said first. */
export function followedSet<T>(was: readonly T[], now: readonly T[], own: readonly T[]): T[] {
  const kept = own.filter((item) => now.includes(item) || !was.includes(item));
  return [...kept, ...now.filter((item) => !was.includes(item) && !own.includes(item))];
}
