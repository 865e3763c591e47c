import {
  freeName,
  type Id,
  indexOf,
  type Pattern,
  type SongDocument,
  type SongIndex,
} from '../song/index.ts';

/** All patterns that follow this one, directly or by way of others, nearest first. */
export function followersOf(document: SongDocument, pattern: Id): readonly Pattern[] {
  const index = indexOf(document);
  const out: Pattern[] = [];
  let generation = index.followersOf(pattern);
  while (generation.length) {
    out.push(...generation);
    generation = generation.flatMap((one) => index.followersOf(one.id));
  }
  return out;
}

/** The patterns of a part with each after the one that it follows, and how deep it stands. */
export function familyOrder(index: SongIndex, part: Id): { pattern: Pattern; depth: number }[] {
  const out: { pattern: Pattern; depth: number }[] = [];
  const waiting = index
    .patternsOf(part)
    .filter((pattern) => !pattern.parent)
    .map((pattern) => ({ pattern, depth: 0 }));
  for (let next = waiting.shift(); next; next = waiting.shift()) {
    const { pattern, depth } = next;
    out.push(next);
    waiting.unshift(...index.followersOf(pattern.id).map((one) => ({ pattern: one, depth: depth + 1 })));
  }
  return out;
}

/** A name that no pattern of the part has yet: the base itself, or with a number; `taken` names are avoided as well. */
export function unusedName(index: SongIndex, part: Id, base: string, taken: readonly string[] = []): string {
  return freeName(base, [...index.patternsOf(part).map((pattern) => pattern.name), ...taken]);
}

/** Names in few words: the first three, and how many more there are. */
export function namesOf(records: readonly { readonly name: string }[]): string {
  const names = records.map((record) => record.name);
  return names.length > 3 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ');
}
