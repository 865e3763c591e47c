import { apply, type Id, indexOf, isChange, type Outcome, type SongDocument } from '../../song/index.ts';
import { randomFrom, seedFrom } from '../../time/index.ts';
import { newVariation } from '../edit-pattern.ts';
import { resolve, soundingOf } from '../resolve.ts';
import { type VaryKit, varyKit } from './kit.ts';
import { type OneStep, stepOf, STEPS } from './steps.ts';

/** The steps by which a groove is varied, in the order of the table. */
export const ONE_STEPS = Object.keys(STEPS) as readonly OneStep[];

/** A step that is offered for a groove: its words, and why it cannot be where something is missing. */
export interface OfferedStep {
  readonly step: OneStep;
  readonly title: string;
  readonly about: string;
  /** Its addition to the name of the groove. */
  readonly name: string;
  readonly reason: string | null;
}

/**
 * A new pattern that follows `parent` by way of a step: by rules that it keeps, or by hits of its own and silent ones.
 * `seed` decides where a step has a choice. Refused, saying what is missing, where the pattern has no such drums.
 */
export function varyInOneStep(
  document: SongDocument,
  parent: Id,
  step: OneStep,
  id: Id,
  name: string,
  seed = 0,
): Outcome {
  return variationBy(document, parent, varyKit(document, resolve(document, parent)), step, id, name, seed);
}

function variationBy(
  document: SongDocument,
  parent: Id,
  kit: VaryKit,
  step: OneStep,
  id: Id,
  name: string,
  seed: number,
): Outcome {
  const index = indexOf(document);
  if (index.part(index.pattern(parent)?.part ?? '')?.type !== 'drums')
    return { reason: 'These steps are for drums.' };
  const changes = stepOf(step).make(kit, randomFrom(seedFrom('one step', step, seed)));
  if (typeof changes === 'string') return { reason: changes };
  const made = newVariation(document, parent, id, name);
  if (!isChange(made)) return made;
  const { shapes = [], own = {}, silenced = [], alone } = changes;
  const put = made.put.map((record) =>
    record.kind === 'pattern'
      ? {
          ...record,
          ...{ shapes, own, silenced },
          ...(alone ? { length: alone.length, window: { from: alone.from } } : {}),
        }
      : record,
  );
  return { label: `vary: ${step}`, put, remove: [] };
}

/**
 * The steps to offer for a drum groove, `count` at most: those that change something, no two of which play the same, in an
 * order drawn from the seed (0: that of the table); where there are fewer, those that cannot be follow with their reasons.
 */
export function offeredSteps(
  document: SongDocument,
  parent: Id,
  seed: number,
  count = 12,
): readonly OfferedStep[] {
  const random = randomFrom(seedFrom('offered steps', seed));
  const order = ONE_STEPS.map((step, i) => ({ step, key: seed ? random.next() : i }))
    .sort((a, b) => a.key - b.key)
    .map(({ step }) => step);
  const kit = varyKit(document, resolve(document, parent));
  const seen = new Set([printOf(document, parent)]);
  const fits: OfferedStep[] = [];
  const others: OfferedStep[] = [];
  for (const step of order) {
    const { title, about, name } = stepOf(step);
    const outcome = variationBy(document, parent, kit, step, TRIED, title, seed);
    if (isChange(outcome)) {
      const print = printOf(apply(document, outcome).document, TRIED);
      if (seen.has(print)) continue;
      seen.add(print);
      fits.push({ step, title, about, name, reason: null });
    } else if (outcome) others.push({ step, title, about, name, reason: outcome.reason });
  }
  return [...fits, ...others].slice(0, count);
}

/** The id of a variation that is only tried. */
const TRIED = 'one-step-tried';

/** Strokes of a pattern, by row and place, and its length, as a text. */
function printOf(document: SongDocument, id: Id): string {
  const resolved = resolve(document, id);
  const hits = soundingOf(resolved).map(({ voice, at }) => `${voice} ${at}`);
  return `${resolved.pattern.length} ${hits.sort().join()}`;
}
