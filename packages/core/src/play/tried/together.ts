import { resolve, soundingOf } from '../../pattern/index.ts';
import {
  type Id,
  indexOf,
  layersOf,
  LIMITS,
  type Part,
  type Pattern,
  plainLayer,
  plays,
  type SongDocument,
} from '../../song/index.ts';
import { type Tried, tryWithin } from './within.ts';

/** A pattern heard with others. */
export interface TriedTogether extends Tried {
  /** The patterns of the other parts that play along, in the order of the parts. */
  readonly along: readonly Pattern[];
}

/**
 * A pattern with what the other parts play beside it: of each part the pattern that shares most slots with it, or the first
 * one that sounds where none does. It goes round as often as the longest of them needs. Null when nothing plays along.
 * A pattern that is tried in place of another one, `like` it, has the company of that one, and itself where it is of
 * another part.
 */
export function tryTogether(document: SongDocument, id: Id, like: Id = id): TriedTogether | null {
  const index = indexOf(document);
  const resolved = resolve(document, id);
  const { pattern, meter } = resolved;
  const along = index.parts
    .filter((part) => part.id !== pattern.part)
    .flatMap((part) => besideIn(document, part, like) ?? []);
  if (!along.length) return null;
  const longest = Math.max(...along.map((one) => one.length));
  const rounds = Math.ceil(longest / pattern.length);
  const most = Math.max(1, Math.floor(LIMITS.slot / pattern.length));
  const length = pattern.length * Math.min(rounds, most);
  const layers = [pattern, ...along].map((one) => plainLayer(one.id));
  const section = { ...(meter ? { meter } : {}), slots: [{ id: 'together', length, layers }] };
  return { ...tryWithin(document, section), along };
}

/** The pattern of a part that is heard beside another one. */
function besideIn(document: SongDocument, part: Part, id: Id): Pattern | null {
  const { sections, patternsOf, pattern } = indexOf(document);
  const itself = pattern(id);
  if (itself?.part === part.id) return itself;
  const shared = new Map<Id, number>();
  for (const slot of sections.flatMap((section) => section.slots)) {
    if (!plays(slot, id)) continue;
    for (const layer of layersOf(document, slot, part.id).here)
      shared.set(layer.pattern, (shared.get(layer.pattern) ?? 0) + 1);
  }
  const [most] = [...shared].sort((a, b) => b[1] - a[1]);
  const beside = most && pattern(most[0]);
  if (beside) return beside;
  return patternsOf(part.id).find((one) => soundingOf(resolve(document, one.id)).length > 0) ?? null;
}
