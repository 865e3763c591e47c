import {
  freeHitId,
  type Hit,
  hitIdStem,
  type Id,
  indexOf,
  type Outcome,
  type SongDocument,
  sowPlaces,
  type SowRule,
  usualLength,
} from '../song/index.ts';
import { gridTicks } from '../time/index.ts';
import { feelOf, gridOf, resolve } from './resolve.ts';

export interface Sowing {
  readonly voice: Id;
  readonly rule: SowRule;
  readonly velocity: number;
  readonly pitch: number;
}

/**
 * Places hits of the pattern's own by a rule; a place where the row already sounds stays as it is. `null` when every
 * place is taken. The same sowing gives the same hits, ids included.
 */
export function sow(document: SongDocument, pattern: Id, { voice, rule, velocity, pitch }: Sowing): Outcome {
  const resolved = resolve(document, pattern);
  const record = indexOf(document).voice(voice);
  if (!record) return { reason: 'That row is gone.' };
  const { pattern: target } = resolved;
  const { meter } = feelOf(document, resolved);
  const grid = gridOf(resolved, record);
  const step = gridTicks(grid);
  const sounding = resolved.hits.filter(
    (hit) => hit.voice === voice && hit.pitch === pitch && hit.origin !== 'silenced',
  );
  const taken = new Set<Id>([...resolved.hits.map((hit) => hit.id), ...Object.keys(target.own)]);
  const own: Record<Id, Hit> = { ...target.own };
  let count = 0;
  for (const at of sowPlaces(rule, meter, target.length)) {
    if (sounding.some((hit) => Math.abs(hit.at - at) < step / 2)) continue;
    const id = freeHitId(hitIdStem(`${voice}-${at}`), (one) => taken.has(one));
    taken.add(id);
    const length = usualLength(grid, record.family === 'note');
    own[id] = { voice, at, velocity, length, offsetMs: 0, pitch };
    count++;
  }
  return count ? { label: `sow ${count} hits`, put: [{ ...target, own }], remove: [] } : null;
}
