import { dropOutPattern, limbsOf, measureFill } from '../../make/index.ts';
import { feelOf, lastPlaceIn, resolve, soundingOf, unusedName } from '../../pattern/index.ts';
import {
  freeId,
  type Id,
  indexOf,
  NO_EDITS,
  type Pattern,
  type SongDocument,
  turnDrumsOf,
} from '../../song/index.ts';
import { barTicks, beatTicks } from '../../time/index.ts';

/** Something that can stand at a phrase end. */
export interface DressOption {
  readonly kind: 'fill' | 'turn-around' | 'drop-out';
  /** One of the song, or one that is made if it is taken. */
  readonly pattern: Pattern;
  /** Strength against its groove: inside a section or at its end. */
  readonly strength: 'light' | 'strong';
}

/** The longest fill that a phrase end is given, in bars. */
const LONGEST = 2;

/** Patterns for the ends of a groove: kept fills that can be played, turn-arounds, and rows that drop out. */
export function dressOptions(document: SongDocument, groove: Id, seed: number): readonly DressOption[] {
  const resolved = resolve(document, groove);
  const { meter } = feelOf(document, resolved);
  const bar = barTicks(meter);
  return [
    ...keptFills(document, resolved.pattern, LONGEST * bar),
    ...turnArounds(document, resolved.pattern, bar, seed),
    ...dropOuts(document, resolved.pattern, bar, beatTicks(meter)),
  ];
}

/** The fills of a groove's part that two hands and two feet can play; the half that differs less from its groove is light. */
function keptFills(document: SongDocument, { part }: Pattern, longest: number): readonly DressOption[] {
  const fills = indexOf(document)
    .patternsOf(part)
    .filter(({ role, length }) => role === 'fill' && length <= longest)
    .filter(({ id }) => limbsOf(document, id).conflicts.length === 0)
    .map((pattern) => ({ pattern, ...measureFill(document, pattern.id, pattern.length) }))
    .sort((a, b) => a.pattern.length - b.pattern.length || a.contrast - b.contrast);
  return fills.map(({ pattern }, i) => ({
    kind: 'fill',
    pattern,
    strength: i < fills.length / 2 ? 'light' : 'strong',
  }));
}

/** Number of turn-arounds on offer. */
const TURNS = 2;

function turnArounds(
  document: SongDocument,
  groove: Pattern,
  bar: number,
  seed: number,
): readonly DressOption[] {
  const { song, voicesOf } = indexOf(document);
  const drums = turnDrumsOf(voicesOf(groove.part), song.tempo);
  return Array.from({ length: TURNS }, (_, nth): DressOption => ({
    kind: 'turn-around',
    strength: 'light',
    pattern: {
      ...NO_EDITS,
      ...named(document, groove, `turn-${nth + 1}`, nth ? 'Turn-around, other way' : 'Turn-around'),
      kind: 'pattern',
      part: groove.part,
      role: 'fill',
      order: lastPlaceIn(document, groove.part),
      parent: groove.id,
      length: Math.min(bar, groove.length),
      shapes: [
        {
          ...{ id: 'turn', rule: 'turn around' as const, voices: null, beats: 2, grid: 4 as const, drums },
          seed: (seed + nth) % 0x7fffffff,
        },
      ],
      grids: {},
    },
  }));
}

function dropOuts(
  document: SongDocument,
  groove: Pattern,
  bar: number,
  beat: number,
): readonly DressOption[] {
  const { voicesOf } = indexOf(document);
  const played = new Set(soundingOf(resolve(document, groove.id)).map(({ voice }) => voice));
  const rows = (...families: readonly string[]) =>
    voicesOf(groove.part).flatMap(({ id, family }) =>
      families.includes(family) && played.has(id) ? [id] : [],
    );
  const ways = [
    {
      key: 'hats-out',
      name: 'Hats out',
      without: rows('hat', 'cymbal', 'percussion'),
      last: 2 * beat,
      strength: 'light',
    },
    { key: 'kick-out', name: 'Kick out', without: rows('kick'), last: bar, strength: 'strong' },
    { key: 'all-out', name: 'All out', without: [...played], last: beat, strength: 'strong' },
  ] as const;
  return ways.flatMap(({ key, name, without, last, strength }): DressOption[] => {
    if (!without.length) return [];
    const ids = named(document, groove, key, name);
    const pattern = dropOutPattern(
      document,
      groove.id,
      { last, leaves: { without }, pickUp: null },
      ids.id,
      ids.name,
    );
    return 'reason' in pattern ? [] : [{ kind: 'drop-out', pattern, strength }];
  });
}

/** An id and a name for what is made of a groove, that nothing in the song has. */
function named(
  document: SongDocument,
  groove: Pattern,
  key: string,
  name: string,
): Pick<Pattern, 'id' | 'name'> {
  return {
    id: freeId(`${groove.id.slice(0, 40)}-${key}`, (id) => Object.hasOwn(document.records, id)),
    name: unusedName(indexOf(document), groove.part, name),
  };
}
