import { type CellPlan, DRUM_LENGTH, type Hit, type Id, plainHit } from '../../../song/index.ts';
import { cellStarts, cellStep } from './cell.ts';

/** A flam of a fill: how far before its hit, in ms, and how loud beside it, in percent. */
export const FILL_FLAM = { kind: 'flam', ms: 20, share: 45 } as const;
/** A drag and a ruff of a fill; their strokes are so many ms apart. */
const FILL_GRACES = {
  drag: { kind: 'drag', ms: 32, share: 40 },
  ruff: { kind: 'ruff', ms: 30, share: 40 },
} as const;

/** The hits of a plan whose first cell starts at `from` ticks; of two on one place and drum the first stays. */
export function cellHits(plan: CellPlan, from: number, voices: ReadonlySet<Id>): Record<Id, Hit> {
  const starts = cellStarts(plan, from);
  const taken = new Set<string>();
  const hits: Record<Id, Hit> = {};
  plan.cells.forEach((cell, i) => {
    const step = cellStep(plan, cell);
    for (const { step: nth, voice, velocity, flam, grace } of cell.strokes) {
      const at = (starts[i] ?? from) + nth * step;
      const place = `${voice} ${at}`;
      // A drum may have left the kit since.
      if (nth >= cell.steps || taken.has(place) || !voices.has(voice)) continue;
      taken.add(place);
      hits[`f${taken.size}`] = {
        ...plainHit(voice, at, velocity, Math.min(step, DRUM_LENGTH)),
        ...(grace ? { flam: FILL_GRACES[grace] } : flam ? { flam: FILL_FLAM } : {}),
      };
    }
  });
  return hits;
}

/** True for a plan with a part for the foot; the groove's own kick makes way for it. */
export function usesFoot({ cells }: CellPlan): boolean {
  return cells.some((cell) => cell.strokes.some((stroke) => stroke.by === 'F'));
}

/** True for a plan that plays a figure twice or more: two cells with strokes on the same steps by the same hands. */
export function repeatsCell({ cells }: CellPlan): boolean {
  const seen = new Set<string>();
  return cells.some((cell) => {
    const print = `${cell.steps} ${cell.strokes.map(({ step, by }) => `${step}${by}`).join(' ')}`;
    const known = cell.strokes.length > 0 && seen.has(print);
    seen.add(print);
    return known;
  });
}
