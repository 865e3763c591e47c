import { landingOf } from '../../form/index.ts';
import { feelOf, resolve } from '../../pattern/index.ts';
import { type Id, type Landing, type Pattern, plainLayer, type SongDocument } from '../../song/index.ts';
import { barTicks } from '../../time/index.ts';
import { tryInSection } from './tried.ts';
import type { Tried } from './within.ts';

/** A fill between what of its groove comes before it and the bar in which it lands. */
export function tryFill(document: SongDocument, groove: Id, fill: Pattern, landing: Landing | null): Tried {
  const resolved = resolve(document, groove);
  const bar = barTicks(feelOf(document, resolved).meter);
  const lands = landingOf(document, fill, landing);
  const before = leadIn(resolved.pattern.length, fill.length, bar);
  return tryInSection(document, [fill], {
    slots: [
      { id: 'before', length: before, layers: [plainLayer(groove)] },
      {
        id: 'fill',
        length: fill.length,
        layers: [plainLayer(fill.id)],
        ...(lands ? { landing: lands } : {}),
      },
      { id: 'after', length: bar, layers: [plainLayer(groove)] },
    ],
  });
}

/** As much of the groove as comes before its end is taken over, or a round of it where that is nothing; in ticks. */
function leadIn(groove: number, fill: number, bar: number): number {
  const left = groove - (fill % groove);
  return left > 0 && left < groove ? left : Math.max(groove, bar);
}
