import {
  type Harmony,
  type Humanise,
  type Id,
  indexOf,
  LIMITS,
  NO_EDITS,
  omit,
  type Outcome,
  type Pattern,
  type PatternRole,
  saysSame,
  type SongDocument,
  type Swing,
} from '../song/index.ts';
import { beatTicks, type Meter } from '../time/index.ts';
import { resolve } from './resolve.ts';

/** The place in its part's list that puts a new pattern after all others. */
export function lastPlaceIn(document: SongDocument, part: Id): number {
  return (indexOf(document).patternsOf(part).at(-1)?.order ?? 0) + 1;
}

/** A new pattern that follows `parent` and differs in nothing yet. */
export function newVariation(document: SongDocument, parent: Id, id: Id, name: string): Outcome {
  const { pattern } = resolve(document, parent);
  const variation: Pattern = {
    id,
    kind: 'pattern',
    part: pattern.part,
    name,
    role: pattern.role === 'groove' ? 'variation' : pattern.role,
    length: pattern.length,
    order: lastPlaceIn(document, pattern.part),
    parent,
    window: { from: 0 },
    shapes: [],
    ...NO_EDITS,
    grids: {},
  };
  return { label: `new variation of ${pattern.name}`, put: [variation], remove: [] };
}

/** Fields of a new pattern; `length` in ticks. */
interface NewPattern {
  readonly part: Id;
  readonly id: Id;
  readonly name: string;
  readonly length: number;
  readonly role?: PatternRole;
}

/** An empty pattern that follows nothing, last among those of its part. */
export function emptyPattern(
  document: SongDocument,
  { part, id, name, length, role = 'groove' }: NewPattern,
): Pattern {
  return {
    id,
    kind: 'pattern',
    part,
    name,
    role,
    length,
    order: lastPlaceIn(document, part),
    shapes: [],
    ...NO_EDITS,
    grids: {},
  };
}

/** A new, empty pattern of a part, that follows nothing. */
export function newPattern(document: SongDocument, wanted: NewPattern): Outcome {
  return { label: 'new pattern', put: [emptyPattern(document, wanted)], remove: [] };
}

/** Gives a pattern another name. Throws RangeError when no pattern has this id. */
export function renamePattern(document: SongDocument, id: Id, name: string): Outcome {
  const { pattern } = resolve(document, id);
  return pattern.name === name ? null : { label: 'rename', put: [{ ...pattern, name }], remove: [] };
}

/** Sets the role of a pattern; a fill or an ending follows the end of its parent unless its window says otherwise. */
export function setPatternRole(document: SongDocument, id: Id, role: PatternRole): Outcome {
  const { pattern } = resolve(document, id);
  return pattern.role === role ? null : { label: 'change the role', put: [{ ...pattern, role }], remove: [] };
}

/** A short word to find the pattern by; an empty one takes it off. */
export function labelPattern(document: SongDocument, id: Id, label: string): Outcome {
  const { pattern } = resolve(document, id);
  if ((pattern.label ?? '') === label) return null;
  const without = omit(pattern, 'label');
  return { label: 'label', put: [label ? { ...without, label } : without], remove: [] };
}

/** Sets the length in ticks, from one beat to 16 bars of 4/4. A shorter one hides hits and deletes none. */
export function setPatternLength(document: SongDocument, id: Id, length: number): Outcome {
  const { pattern, meter } = resolve(document, id);
  if (pattern.length === length) return null;
  if (length < beatTicks(meter ?? indexOf(document).song.meter))
    return { reason: 'A pattern is at least one beat long.' };
  if (length > LIMITS.pattern) return { reason: 'A pattern is at most 16 bars of 4/4 long.' };
  return { label: 'change the length', put: [{ ...pattern, length }], remove: [] };
}

/** Puts an accent on a place, or takes it off. The pattern's accents are its own from then on. */
export function toggleAccent(document: SongDocument, id: Id, at: number): Outcome {
  const { pattern, accents } = resolve(document, id);
  if (at < 0 || at >= pattern.length) return { reason: 'That place is outside the pattern.' };
  const on = accents.some((accent) => accent.at === at);
  const next = on ? accents.filter((accent) => accent.at !== at) : [...accents, { at }];
  return {
    label: on ? 'take off an accent' : 'accent',
    put: [{ ...pattern, accents: [...next].sort((a, b) => a.at - b.at) }],
    remove: [],
  };
}

/** Sets how much the pattern's accents raise a velocity, 0..64. */
export function setAccentAmount(document: SongDocument, id: Id, accentAmount: number): Outcome {
  const { pattern, accentAmount: before } = resolve(document, id);
  if (before === accentAmount) return null;
  return { label: 'change the accent amount', put: [{ ...pattern, accentAmount }], remove: [] };
}

/** Gives a pattern a swing of its own, or with null that of its parent or the song again; `null` when it has it already. */
export function setPatternSwing(document: SongDocument, id: Id, swing: Swing | null): Outcome {
  const { pattern } = resolve(document, id);
  const before = pattern.swing ?? null;
  if (before?.amount === swing?.amount && before?.unit === swing?.unit) return null;
  const next = swing ? { ...pattern, swing } : omit(pattern, 'swing');
  return { label: swing ? 'swing of its own' : 'swing as the song', put: [next], remove: [] };
}

/** Says how the notes of a pattern follow chords; null lets it be as its parent again. */
export function setHarmony(document: SongDocument, id: Id, harmony: Harmony | null): Outcome {
  const { pattern } = resolve(document, id);
  if ((pattern.harmony ?? null) === harmony) return null;
  const next = harmony ? { ...pattern, harmony } : omit(pattern, 'harmony');
  return { label: 'follow chords otherwise', put: [next], remove: [] };
}

/** Counts this pattern in a meter of its own; null follows its parent or the song again. Hits stay where they are. */
export function setPatternMeter(document: SongDocument, id: Id, meter: Meter | null): Outcome {
  const { pattern } = resolve(document, id);
  if (saysSame(pattern.meter ?? null, meter)) return null;
  const without = omit(pattern, 'meter');
  return { label: 'change the meter', put: [meter ? { ...without, meter } : without], remove: [] };
}

/** Humanises the pattern as a player within these bounds; null follows its parent again. */
export function setHumanise(document: SongDocument, id: Id, bounds: Omit<Humanise, 'as'> | null): Outcome {
  const humanise: Humanise | null = bounds && { ...bounds, as: 'player' };
  const { pattern } = resolve(document, id);
  if (saysSame(pattern.humanise ?? null, humanise)) return null;
  const without = omit(pattern, 'humanise');
  return { label: 'humanise', put: [humanise ? { ...without, humanise } : without], remove: [] };
}
