import { louderKinOf } from '../../pattern/index.ts';
import {
  backbeatsOf,
  type Id,
  indexOf,
  type ResolvedHit,
  type SongDocument,
  type Voice,
  withVelocities,
} from '../../song/index.ts';
import { isStrong, type Meter } from '../../time/index.ts';
import { soundingBars } from './bars.ts';
import { AT_REST, intensityAt } from './curve.ts';
import { isKinNear } from './kin-near.ts';
import type { Special } from './special.ts';
import { evenly } from './spread.ts';

/** Loud hats of a bar open one after the other from the first of these percents up to the second. */
const [FIRST_HAT, LAST_HAT] = [125, 150];
/** From how many percent on all backbeats of a bar are struck on the louder sibling of their drum. */
const BACKBEATS = 140;
/** Slope above the knee of the curve of velocities: half is to be left once they are rounded. */
const ABOVE = 0.55;
/**
 * A velocity (1..127) at so many percent of drive. Up to 100 % it is scaled. Above, it is scaled up to a knee and rises by
 * half as much from there to 127, so that louder stays louder, half of the distance between two strokes is left at least, and only
 * 127 becomes 127.
 * @example [60, 110, 127].map((velocity) => Math.round(drivenVelocity(velocity, 150))) // => [90, 118, 127]
 */
export function drivenVelocity(velocity: number, percent: number): number {
  const share = percent / 100;
  if (share <= 1) return velocity * share;
  const knee = (127 * (1 - ABOVE)) / (share - ABOVE);
  return velocity <= knee ? velocity * share : 127 - (127 - velocity) * ABOVE;
}

/**
 * Hits of a layer that begins `from` ticks into its slot at the drive of their places. From 125 % on loud hats open, those off
 * the beat first and evenly through the bar; from 140 % on all backbeats of a bar go to the louder sibling of their drum. No
 * two strokes of one drum come to one place. At 100 the hits are the very same.
 */
export function drivenByRole(
  document: SongDocument,
  hits: readonly ResolvedHit[],
  from: number,
  { occurrence, at, counted, meter }: Special,
): readonly ResolvedHit[] {
  const { drive } = occurrence;
  if (!drive) return hits;
  const louder = louderFrom(document, hits, from + counted, meter);
  return hits.map((hit) => {
    const percent = intensityAt(drive, at + from + hit.at);
    if (percent === AT_REST) return hit;
    const driven = withVelocities(hit, (velocity) => drivenVelocity(velocity, percent));
    const kin = louder.get(hit.id);
    return kin && percent >= kin.from ? { ...driven, voice: kin.voice } : driven;
  });
}

/** Louder siblings of hits, with the percent of drive from which on each is struck on its own; `shift` is their bar's. */
function louderFrom(
  document: SongDocument,
  hits: readonly ResolvedHit[],
  shift: number,
  meter: Meter,
): ReadonlyMap<Id, { readonly voice: Id; readonly from: number }> {
  const { voice } = indexOf(document);
  const rows = new Map<Id, { readonly voice: Voice; readonly louder: Voice }>();
  for (const id of new Set(hits.map((hit) => hit.voice))) {
    const own = voice(id);
    const louder = own && louderKinOf(document, own);
    if (louder) rows.set(id, { voice: own, louder });
  }
  if (!rows.size) return new Map();
  const out = new Map<Id, { voice: Id; from: number }>();
  for (const bar of soundingBars(hits, shift, meter).values()) {
    const isClear = (hit: ResolvedHit, { louder }: { readonly louder: Voice }) =>
      !bar.some((other) => other !== hit && isKinNear(other, hit.at, louder, voice));
    const swapped = bar.filter((hit) => {
      const row = rows.get(hit.voice);
      return row && isClear(hit, row);
    });
    const counted = bar.map((hit) => ({ ...hit, at: shift + hit.at }));
    const backs = new Set(bar.map((hit) => hit.voice).filter((id) => rows.get(id)?.voice.family === 'snare'));
    const backbeats = backbeatsOf(counted, backs, meter);
    const hats = hatsInTurn(
      swapped.filter((hit) => rows.get(hit.voice)?.voice.family === 'hat'),
      shift,
      meter,
    );
    for (const hit of swapped) {
      const kin = rows.get(hit.voice)?.louder;
      const turn = hats.indexOf(hit);
      if (kin && turn >= 0)
        out.set(hit.id, { voice: kin.id, from: FIRST_HAT + ((LAST_HAT - FIRST_HAT) * turn) / hats.length });
      else if (kin && backbeats.has(hit.id)) out.set(hit.id, { voice: kin.id, from: BACKBEATS });
    }
  }
  return out;
}

/** The loud hats of a bar in the order in which they open: off the beat first, and each lot evenly through the bar. */
function hatsInTurn(hats: readonly ResolvedHit[], shift: number, meter: Meter): readonly ResolvedHit[] {
  const middle = hats.map(({ velocity }) => velocity).sort((a, b) => a - b)[Math.floor(hats.length / 2)] ?? 0;
  const loud = hats.filter(({ velocity }) => velocity >= middle).sort((a, b) => a.at - b.at);
  const onBeat = (hit: ResolvedHit) => isStrong(shift + hit.at, meter);
  return [loud.filter((hit) => !onBeat(hit)), loud.filter(onBeat)].flatMap((lot) =>
    lot
      .map((hit, i) => ({ hit, turn: evenly(i) }))
      .sort((a, b) => a.turn - b.turn)
      .map(({ hit }) => hit),
  );
}
