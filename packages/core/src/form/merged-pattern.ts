import {
  accentOf,
  accentRaise,
  feelOf,
  gridOf,
  heardPlace,
  lastPlaceIn,
  type ResolvedPattern,
  saidOutright,
  writtenPlace,
} from '../pattern/index.ts';
import {
  type Accent,
  FARTHEST_MS,
  freeHitId,
  type Hit,
  type Id,
  indexOf,
  joinedMessages,
  type Messages,
  NO_EDITS,
  omit,
  type Pattern,
  type Refusal,
  type ResolvedHit,
  type SongDocument,
} from '../song/index.ts';
import { barTicks, type Grid, gridName, isTuplet, ticksToMs } from '../time/index.ts';
import { placeInLayer, type ResolvedLayer } from './layer.ts';

/** A layer and where the slot that plays it starts within what is merged, in ticks. */
export interface Placed {
  readonly layer: ResolvedLayer;
  readonly start: number;
}

/** Name of a new pattern. */
export interface Naming {
  readonly id: Id;
  readonly name: string;
}

/** A hit where it stands in what is merged, and what an accent adds to its velocity there. */
interface Standing {
  readonly source: ResolvedPattern;
  readonly hit: ResolvedHit;
  readonly at: number;
  readonly raise: number;
  readonly accent: number;
}

/** The grid of each row of what is merged; a row that is not named takes that of the first pattern that plays it. */
export type RowGrids = Readonly<Record<Id, Grid>>;

/**
 * A new pattern of `length` ticks that sounds as these layers of a part do, its rows on the grids that `wanted` names, or
 * why there can be none.
 */
export function mergedPattern(
  document: SongDocument,
  placed: readonly Placed[],
  length: number,
  { id, name }: Naming,
  wanted: RowGrids = {},
): Pattern | Refusal {
  const sources = [...new Set(placed.map(({ layer }) => layer.source))];
  const [first] = sources;
  if (!first) return { reason: 'There is nothing to merge.' };
  const grids = { ...gridsOf(document, placed), ...wanted };
  const trouble = clash(document, placed, length, grids);
  if (trouble) return { reason: trouble };
  const standing = placed.flatMap((one) => standingIn(document, one, length));
  const accents = sharedAccents(standing);
  if (!accents && standing.some(({ hit, accent }) => accent && (hit.flam || hit.roll)))
    return { reason: 'An accent on a roll or a flam of one would raise the others’ hits as well.' };
  const isMoved = placed.some(({ layer }) => layer.isMoved);
  const own: Record<Id, Hit> = {};
  for (const one of standing) {
    // The accent of a hit is worked in like that of its place.
    const { id: hitId, origin: _, accent: __, ...fields } = one.hit;
    const free = freeHitId(hitId, (taken) => Object.hasOwn(own, taken));
    const velocity = Math.min(127, fields.velocity + (accents ? 0 : one.raise));
    own[free] = { ...fields, ...heardAlike(document, one, grids, length), velocity };
  }
  return {
    // The hits are as the chords of their slots have moved them.
    ...omit(
      saidOutright({ ...first, messages: messagesOf(placed) }),
      'accents',
      'accentAmount',
      ...(isMoved ? (['harmony'] as const) : []),
    ),
    id,
    kind: 'pattern',
    part: first.pattern.part,
    name,
    role: first.pattern.role,
    length,
    order: lastPlaceIn(document, first.pattern.part),
    shapes: [],
    ...NO_EDITS,
    own,
    grids: Object.fromEntries(
      Object.entries(grids).filter(([voice, grid]) => indexOf(document).voice(voice)?.grid !== grid),
    ),
    ...(accents?.length ? { accents } : {}),
  };
}

function messagesOf(placed: readonly Placed[]): Messages {
  return joinedMessages(
    placed.map(({ layer: { from, length, messages }, start }) => ({ start: start + from, length, messages })),
  );
}

/**
 * The sounding hits of a layer, places counted from the start of what is merged, which lasts `length` ticks. A note ends with a
 * layer that stops before that.
 */
function standingIn(document: SongDocument, { layer, start }: Placed, length: number): Standing[] {
  const { source, from, hits } = layer;
  const { voice, part } = indexOf(document);
  const isCut = part(source.pattern.part)?.type === 'notes' && start + from + layer.length < length;
  return hits
    .filter((hit) => hit.origin !== 'silenced')
    .map((one) => {
      const hit = isCut ? { ...one, length: Math.min(one.length, layer.length - one.at) } : one;
      const accent = accentOf(source, hit, placeInLayer(layer, hit.at));
      const raise = accentRaise(accent, voice(hit.voice)?.accentShare ?? 0);
      return { source, hit, at: start + from + hit.at, raise, accent };
    });
}

/** Accents that raise every hit as its own pattern's did; `null` when one would raise a hit that had none there. */
function sharedAccents(standing: readonly Standing[]): readonly Accent[] | null {
  const amounts = new Map<number, number>();
  for (const { at, accent } of standing) if (accent) amounts.set(at, accent);
  const agree = standing.every(({ at, accent }) => (amounts.get(at) ?? 0) === accent);
  if (!agree) return null;
  return [...amounts].sort(([a], [b]) => a - b).map(([at, amount]) => ({ at, amount }));
}

/** The grid on which each row is played by the first of the layers that play it. */
function gridsOf(document: SongDocument, placed: readonly Placed[]): Record<Id, Grid> {
  const grids: Record<Id, Grid> = {};
  for (const { voice, grid } of playedRows(document, placed)) grids[voice] ??= grid;
  return grids;
}

/** The rows that layers play, each with its grid there. */
function playedRows(document: SongDocument, placed: readonly Placed[]) {
  return placed.flatMap(({ layer }) =>
    indexOf(document)
      .voicesOf(layer.source.pattern.part)
      .filter((voice) => layer.hits.some((hit) => hit.voice === voice.id && hit.origin !== 'silenced'))
      .map((voice) => ({ voice: voice.id, grid: gridOf(layer.source, voice) })),
  );
}

/** The rows that these layers play on several grids, with those grids. */
export function rowsOnSeveralGrids(
  document: SongDocument,
  placed: readonly Placed[],
): readonly { readonly voice: Id; readonly grids: readonly Grid[] }[] {
  const grids = new Map<Id, Set<Grid>>();
  for (const { voice, grid } of playedRows(document, placed))
    grids.set(voice, (grids.get(voice) ?? new Set()).add(grid));
  return [...grids].flatMap(([voice, set]) => (set.size > 1 ? [{ voice, grids: [...set] }] : []));
}

/** Place of a hit on its row's new grid that sounds as before: only straight rows swing. */
function heardAlike(
  document: SongDocument,
  { source, hit, at }: Standing,
  grids: RowGrids,
  length: number,
): Pick<Hit, 'at' | 'offsetMs'> {
  const voice = indexOf(document).voice(hit.voice);
  const [before, now] = [voice && gridOf(source, voice), grids[hit.voice]];
  if (!voice || !before || !now || isTuplet(before) === isTuplet(now)) return { at, offsetMs: hit.offsetMs };
  const feel = feelOf(document, source);
  const heard = heardPlace(at, hit, voice, before, feel);
  const off = ticksToMs(heard - heardPlace(at, hit, voice, now, feel), feel.tempo);
  const offsetMs = hit.offsetMs + off;
  return Math.abs(offsetMs) <= FARTHEST_MS ? { at, offsetMs } : writtenPlace(heard, voice, now, feel, length);
}

/** Why one pattern cannot sound as these layers do, or null. */
function clash(
  document: SongDocument,
  placed: readonly Placed[],
  length: number,
  grids: RowGrids,
): string | null {
  const feels = placed.map(({ layer }) => JSON.stringify(feelOf(document, layer.source)));
  if (new Set(feels).size > 1) return 'They swing or count their bars differently.';
  const harmonies = new Set(placed.map(({ layer }) => layer.source.harmony));
  if (harmonies.size > 1 && !placed.some(({ layer }) => layer.isMoved))
    return 'Their notes follow chords differently.';
  if (placed.some(({ layer }) => layer.source.controls.length))
    return 'One of them moves its pitch, filter or level, which would move the others too.';
  const loose = placed.map(({ layer }) => JSON.stringify(layer.source.humanise ?? null));
  if (new Set(loose).size > 1) return 'They are humanised differently.';
  if (placed.some((one) => countsOddly(document, one)))
    return 'One of them counts bars of its own that do not fall on those of the merged pattern.';
  for (const { layer, start } of placed) {
    const end = start + layer.from + layer.length;
    const swings = feelOf(document, layer.source).swing.amount !== 50;
    for (const hit of layer.hits) {
      if (hit.origin === 'silenced') continue;
      const voice = indexOf(document).voice(hit.voice);
      const [before, now] = [voice && gridOf(layer.source, voice), grids[hit.voice]];
      if (swings && hit.roll && before && now && isTuplet(before) !== isTuplet(now))
        return `A roll of ${layer.source.pattern.name} would swing otherwise on ${gridName(now)}.`;
      const rolls = hit.roll && start + layer.from + hit.at + hit.roll.span > end && end < length;
      if (rolls) return `A roll of ${layer.source.pattern.name} is cut off where it ends.`;
    }
  }
  return null;
}

/** True for a pattern with a meter of its own that other bars would swing once it is merged. */
function countsOddly(document: SongDocument, { layer, start }: Placed): boolean {
  const { source, from } = layer;
  if (!source.meter) return false;
  const bar = barTicks(source.meter);
  if (feelOf(document, source).swing.amount === 50) return false;
  return source.pattern.length % bar !== 0 || (start + from) % bar !== 0;
}
