import { isDrummers, LANDING, landingStrokes, limbReport, type LimbStroke } from '../../../song/index.ts';
import { PPQ, ticksToMs } from '../../../time/index.ts';
import type { FillContext, FillStroke } from './context.ts';

/** Rounds of leaving out what cannot be played. */
const ROUNDS = 6;

/**
 * The strokes that the recipe's player can play on the way from the groove's last strokes to the crash and kick of the
 * landing, at `landsAt` ticks: a grace that asks too much is left out, then the softer stroke of two that are too near.
 */
export function playable(
  context: FillContext,
  strokes: readonly FillStroke[],
  landsAt = context.length,
): readonly FillStroke[] {
  let kept = strokes;
  for (let round = 0; round < ROUNDS; round++) {
    const { conflicts } = limbReport(limbStrokes(context, kept, landsAt), context.recipe.player);
    if (!conflicts.length) break;
    // A landing that cannot be reached is told of the last stroke of its limb.
    const lastOf = (isFoot: boolean) => nameOf(kept.findLastIndex(({ by }) => (by === 'F') === isFoot));
    const bad = new Set(conflicts.map(({ id, why }) => (id === LANDING ? lastOf(why === 'foot') : id)));
    const graced = kept.filter((one, i) => one.grace && bad.has(nameOf(i)));
    const next = graced.length
      ? kept.map((one, i) => (one.grace && bad.has(nameOf(i)) ? plain(one) : one))
      : withoutOne(kept, bad);
    if (!next?.length) break;
    kept = next;
  }
  return kept;
}

/** The strokes without the last of those that cannot be played, or without the one before it where that is softer. */
function withoutOne(strokes: readonly FillStroke[], bad: ReadonlySet<string>): readonly FillStroke[] | null {
  const at = strokes.findLastIndex((_, i) => bad.has(nameOf(i)));
  if (at < 0) return null;
  const [before, one] = [strokes[at - 1], strokes[at]];
  const isNear = before && one && before.by !== 'F' && one.at - before.at < PPQ / 2;
  return strokes.toSpliced(isNear && before.velocity < one.velocity ? at - 1 : at, 1);
}

function plain({ grace: _, ...stroke }: FillStroke): FillStroke {
  return stroke;
}

function nameOf(i: number): string {
  return `stroke-${i}`;
}

/** Strokes of the groove just before, of the fill, and of the landing. */
function limbStrokes(context: FillContext, strokes: readonly FillStroke[], landsAt: number): LimbStroke[] {
  const { voices, groove, from, tempo, msOf } = context;
  const byId = new Map(voices.filter(isDrummers).map((voice) => [voice.id, voice]));
  const before = groove.filter((hit) => hit.at < from && hit.at >= from - BEFORE);
  return [
    ...before.flatMap(({ voice, at }): LimbStroke[] => {
      const on = byId.get(voice);
      return on ? [{ id: `before-${voice}-${at}`, ms: msOf(at, on), voice: on }] : [];
    }),
    ...strokes.flatMap(({ voice, at, grace }, i): LimbStroke[] => {
      const on = byId.get(voice);
      return on ? [{ id: nameOf(i), ms: msOf(at, on), voice: on, ...(grace ? { both: true } : {}) }] : [];
    }),
    ...landingStrokes(voices, ticksToMs(landsAt, tempo)),
  ];
}

/** The stretch of the groove that decides where hands are when the fill begins, in ticks. */
const BEFORE = PPQ / 2;
