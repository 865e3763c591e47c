import {
  type Edits,
  freeHitId,
  type Hit,
  type HitFields,
  hitIdStem,
  type Id,
  type IdentifiedHit,
} from '../song/index.ts';
import { hitKey, type StretchHit } from './content.ts';

/** Voice of a row (a MIDI note of the file), and its distance from the voice's note. */
export type RowOf = (row: number) => { readonly voice: Id; readonly pitch: number };

/** A hit of a song with the row that it came from. */
export interface RowHit extends IdentifiedHit {
  readonly row: number;
}

export function hitOf({ row, at, velocity, length, offsetMs }: StretchHit, rowOf: RowOf): Hit {
  return { voice: rowOf(row).voice, at, velocity, length, offsetMs, pitch: rowOf(row).pitch };
}

/** An id for a hit that is none's yet, by its row and place. */
export function wantedId({ row, at }: StretchHit, rowOf: RowOf, before = ''): Id {
  return hitIdStem(`${before}${rowOf(row).voice}-${row}-${at}`);
}

/** Edits of followed hits that make them play `target`; hits of both by row and place. */
export function editsTo(base: readonly RowHit[], target: readonly StretchHit[], rowOf: RowOf): Edits {
  const own: Record<Id, Hit> = {};
  const changed: Record<Id, HitFields> = {};
  const left = new Map(base.map((hit) => [hitKey(hit), hit]));
  const ids = new Set(base.map(({ id }) => id));
  for (const hit of target) {
    const followed = left.get(hitKey(hit));
    left.delete(hitKey(hit));
    if (!followed) {
      const id = freeHitId(wantedId(hit, rowOf, 'x-'), (one) => ids.has(one));
      ids.add(id);
      own[id] = hitOf(hit, rowOf);
      continue;
    }
    const fields: HitFields = {
      ...(followed.velocity === hit.velocity ? {} : { velocity: hit.velocity }),
      ...(followed.length === hit.length ? {} : { length: hit.length }),
      ...(followed.offsetMs === hit.offsetMs ? {} : { offsetMs: hit.offsetMs }),
    };
    if (Object.keys(fields).length) changed[followed.id] = fields;
  }
  return { own, changed, silenced: [...left.values()].map(({ id }) => id) };
}
