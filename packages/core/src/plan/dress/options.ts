import {
  dropOutPattern,
  endingPattern,
  fillPattern,
  limbsOf,
  measureFill,
  USUAL_FILL,
} from '../../make/index.ts';
import { feelOf, lastPlaceIn, resolve, soundingOf, unusedName } from '../../pattern/index.ts';
import {
  freeId,
  type Id,
  indexOf,
  NO_EDITS,
  type Pattern,
  type SongDocument,
  turnDrumsOf,
  withRecord,
} from '../../song/index.ts';
import { barTicks, beatTicks, seedFrom } from '../../time/index.ts';

/** Something that can stand at a phrase end. */
export interface DressOption {
  readonly kind: 'fill' | 'turn-around' | 'drop-out' | 'ending';
  /** One of the song, or one that is made if it is taken. */
  readonly pattern: Pattern;
  /** Strength against its groove: inside a section or at its end. */
  readonly strength: 'light' | 'strong';
  /** True for a strong one that leads into a chorus or a build-up rather than into a verse. */
  readonly isLong: boolean;
}

/** The longest fill that a phrase end is given, in bars. */
const LONGEST = 2;

/**
 * Patterns for the ends of a groove: kept fills and fresh ones that can be played, turn-arounds, rows that drop out, and
 * endings. None leaves a bar without a stroke.
 */
export function dressOptions(document: SongDocument, groove: Id, seed: number): readonly DressOption[] {
  const resolved = resolve(document, groove);
  const { meter } = feelOf(document, resolved);
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const { pattern } = resolved;
  return [
    ...keptFills(document, pattern, bar),
    ...freshFills(document, pattern, bar, beat, seed),
    ...turnArounds(document, pattern, bar, seed),
    ...dropOuts(document, pattern, bar, beat),
    ...endings(document, pattern, bar, beat),
  ].filter(({ pattern: one }) => leavesNoBarEmpty(document, one, bar));
}

/** True for a pattern with a stroke in each of its bars. */
function leavesNoBarEmpty(document: SongDocument, pattern: Pattern, bar: number): boolean {
  const hits = soundingOf(resolve(withRecord(document, pattern), pattern.id));
  const bars = new Set(hits.map(({ at }) => Math.floor(at / bar)));
  return bars.size >= Math.ceil(pattern.length / bar);
}

/** Number of fresh fills of each length on offer, and of seeds that are tried for each. */
const [FRESH, SEEDS] = [3, 4];

/** Fills made rhythm first for a groove: of two beats, and of a bar. */
function freshFills(
  document: SongDocument,
  groove: Pattern,
  bar: number,
  beat: number,
  seed: number,
): readonly DressOption[] {
  const lengths = [
    { takeOver: Math.min(bar, 2 * beat), name: 'Fill', isLong: false },
    { takeOver: bar, name: 'Long fill', isLong: true },
  ];
  return lengths.flatMap(({ takeOver, name, isLong }) =>
    Array.from({ length: FRESH }, (_, nth) => nth).flatMap((nth): DressOption[] => {
      const ids = named(document, groove, `fill-${takeOver}-${nth + 1}`, nth ? `${name} ${nth + 1}` : name);
      for (let i = 0; i < SEEDS; i++) {
        const recipe = { ...USUAL_FILL, takeOver, seed: seedFrom('dress', seed, takeOver, nth, i) >>> 0 };
        const pattern = fillPattern(document, groove.id, { ...recipe, travel: 'anywhere' }, ids.id, ids.name);
        if ('reason' in pattern) return [];
        if (limbsOf(withRecord(document, pattern), pattern.id).conflicts.length === 0)
          return [{ kind: 'fill', pattern, strength: 'strong', isLong }];
      }
      return [];
    }),
  );
}

/** Endings for a song's last bar: it stops on the one, or on its last beat. */
function endings(document: SongDocument, groove: Pattern, bar: number, beat: number): readonly DressOption[] {
  const kit = indexOf(document).voicesOf(groove.part);
  const voices = [
    kit.find(({ sound }) => sound === 'crash'),
    kit.find(({ limb }) => limb === 'right foot'),
  ].flatMap((voice) => (voice ? [voice.id] : []));
  const ways = [
    { key: 'stop-1', name: 'Stops on the one', before: bar },
    { key: 'stop-last', name: 'Stops on the last beat', before: beat },
  ];
  return ways.flatMap(({ key, name, before }): DressOption[] => {
    const ids = named(document, groove, key, name);
    const ending = { last: bar, stop: { before, voices, velocity: STOP }, slows: null };
    const pattern = endingPattern(document, groove.id, ending, ids.id, ids.name);
    return 'reason' in pattern ? [] : [{ kind: 'ending', pattern, strength: 'strong', isLong: false }];
  });
}

/** Velocity of the stroke that a song stops on. */
const STOP = 112;

/** The fills of a groove's part that two hands and two feet can play; the half that differs less from its groove is light. */
function keptFills(document: SongDocument, { part }: Pattern, bar: number): readonly DressOption[] {
  const fills = indexOf(document)
    .patternsOf(part)
    .filter(({ role, length }) => role === 'fill' && length <= LONGEST * bar)
    .filter(({ id }) => limbsOf(document, id).conflicts.length === 0)
    .map((pattern) => ({ pattern, ...measureFill(document, pattern.id, pattern.length) }))
    .sort((a, b) => a.pattern.length - b.pattern.length || a.contrast - b.contrast);
  return fills.map(({ pattern }, i) => ({
    kind: 'fill',
    pattern,
    strength: i < fills.length / 2 ? 'light' : 'strong',
    isLong: (pattern.madeBy?.takeOver ?? pattern.length) >= bar,
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
    isLong: false,
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
    return 'reason' in pattern ? [] : [{ kind: 'drop-out', pattern, strength, isLong: false }];
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
