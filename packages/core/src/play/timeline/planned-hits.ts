import { placeInLayer, type ResolvedLayer } from '../../form/index.ts';
import {
  accentOf,
  accentRaise,
  gridOf,
  heardPlace,
  type ResolvedPattern,
  type Stroke,
  strokesOf,
} from '../../pattern/index.ts';
import {
  type Id,
  indexOf,
  type Part,
  type ResolvedHit,
  type SongDocument,
  type SongIndex,
  type Voice,
} from '../../song/index.ts';
import { cacheWhileSame, type Grid, gridTicks, type Meter } from '../../time/index.ts';
import type { Timing } from './events.ts';
import { isMoved, type Lane } from './lanes.ts';

/** Facts of a hit that are the same in each place where its layer is played. */
export interface PlannedHit {
  readonly hit: ResolvedHit;
  /** Its number among the hits of the layer. */
  readonly nth: number;
  readonly row: Row;
  /** Quarter notes a minute. */
  readonly tempo: number;
  readonly strokes: readonly PlannedStroke[];
}

/** A stroke of a hit: where it is written from the hit's place, how far it is moved from there, both in ticks, and its accent. */
export interface PlannedStroke {
  readonly stroke: Stroke;
  readonly written: number;
  readonly moved: number;
  readonly accent: number;
  readonly isLast: boolean;
}

/** Facts that all hits of a row share. */
export interface Row {
  readonly voice: Voice;
  readonly part: Part;
  readonly grid: Grid;
  readonly step: number;
  readonly drums: boolean;
  /** Mover of its notes, on a channel of their own. */
  readonly mover: Lane | undefined;
}

/** A layer as its hits are planned: the meter around it, its start from the first bar, its lane, and its timing. */
export interface Planning {
  readonly resolved: Pick<ResolvedLayer, 'source' | 'length' | 'start' | 'hits'>;
  readonly meter: Meter;
  readonly counted: number;
  readonly lane: Lane | undefined;
  readonly timing: Timing;
  /** Its tempo all through, or at each place in the layer. */
  readonly tempo: number | ((at: number) => number);
}

const planCache = cacheWhileSame<readonly PlannedHit[], readonly ResolvedHit[]>(2);

/** The sounding hits of a layer with their strokes; a layer in a steady tempo is planned once for all places where it is played. */
export function plannedHits(document: SongDocument, planning: Planning): readonly PlannedHit[] {
  const { resolved, meter, counted, lane, timing, tempo } = planning;
  if (typeof tempo === 'function') return planOf(document, planning, tempo);
  const { song, voice } = indexOf(document);
  const { source, length, start, hits } = resolved;
  const from = [source, length, start, meter, counted, lane, timing, tempo, song.swing, voice];
  return planCache(hits, from, () => planOf(document, planning, () => tempo));
}

function planOf(
  document: SongDocument,
  { resolved, meter: around, counted, lane, timing }: Planning,
  tempoOf: (at: number) => number,
): readonly PlannedHit[] {
  const index = indexOf(document);
  const { source, length: until } = resolved;
  const swing = source.swing ?? index.song.swing;
  const meter = source.meter ?? around;
  const rows = new Map<Id, Row | null>();
  const out: PlannedHit[] = [];
  for (const [nth, hit] of resolved.hits.entries()) {
    if (hit.origin === 'silenced') continue;
    let row = rows.get(hit.voice);
    if (row === undefined) rows.set(hit.voice, (row = rowOf(index, source, hit.voice, lane)));
    if (!row) continue;
    const { voice, grid } = row;
    const inPattern = placeInLayer(resolved, hit.at);
    // A pattern with a meter of its own counts its bars from its own start, others from their section's.
    const fromBar = source.meter ? inPattern : counted + hit.at;
    const tempo = tempoOf(hit.at);
    const feel = { tempo, meter, swing };
    const amount = accentOf(source, hit, inPattern);
    const raise = amount ? accentRaise(amount, voice.accentShare) : 0;
    const strokes: PlannedStroke[] = [];
    const all = strokesOf(hit);
    for (const [i, stroke] of all.entries()) {
      const written = stroke.at - hit.at;
      // On paper layers are one stroke.
      if (hit.at + written >= until || (timing === 'written' && stroke.early < 0)) continue;
      const moved =
        timing === 'heard' ? heardPlace(fromBar + written, hit, voice, grid, feel) - fromBar - written : 0;
      const accent = Math.round(raise * stroke.accentShare);
      strokes.push({ stroke, written, moved, accent, isLast: i === all.length - 1 });
    }
    out.push({ hit, nth, row, tempo, strokes });
  }
  return out;
}

function rowOf(index: SongIndex, source: ResolvedPattern, id: Id, lane: Lane | undefined): Row | null {
  const voice = index.voice(id);
  const part = voice && index.part(voice.part);
  if (!voice || !part) return null;
  const grid = gridOf(source, voice);
  const mover = lane && source.controls.length && isMoved(source, id) ? lane : undefined;
  return { voice, part, grid, step: gridTicks(grid), drums: part.type === 'drums', mover };
}
