import {
  freeHitId,
  freeId,
  type Hit,
  type Id,
  indexOf,
  LIMITS,
  type Outcome,
  type Pattern,
  repeatedId,
  type RuleStretch,
  type Shape,
  shapeWithout,
  silencesRows,
  silentIds,
  type SongDocument,
  voicesOfShape,
  withRecord,
} from '../song/index.ts';
import { type Grid, gridTicks, modulo } from '../time/index.ts';
import { changeHits, removeHits } from './edit-hits.ts';
import { TOO_MANY_RULES } from './kept-rules.ts';
import { gridOf, resolve } from './resolve.ts';
import { remembering } from './seen.ts';

/** Sets the grid of rows here; hits stay where they are. */
export function setRowGrids(document: SongDocument, id: Id, voices: readonly Id[], grid: Grid): Outcome {
  const resolved = resolve(document, id);
  const differ = voices.filter((voice) => {
    const record = indexOf(document).voice(voice);
    return record && gridOf(resolved, record) !== grid;
  });
  if (!differ.length) return null;
  const { pattern } = resolved;
  const grids = { ...pattern.grids, ...Object.fromEntries(differ.map((voice) => [voice, grid])) };
  return { label: 'change the grid', put: [{ ...pattern, grids }], remove: [] };
}

/** Moves all hits of rows by steps of each row's grid; what leaves at one end comes back at the other. */
export function shiftRows(document: SongDocument, id: Id, voices: readonly Id[], steps: number): Outcome {
  const resolved = resolve(document, id);
  const stepOf = new Map(
    voices.flatMap((voice) => {
      const record = indexOf(document).voice(voice);
      return record ? [[voice, gridTicks(gridOf(resolved, record))] as const] : [];
    }),
  );
  return changeHits(
    document,
    id,
    hitsOfRows(document, id, voices),
    (hit) => ({ at: modulo(hit.at + steps * (stepOf.get(hit.voice) ?? 0), resolved.pattern.length) }),
    'shift rows',
  );
}

/** Clears rows: own hits are gone, followed ones silenced. */
export function clearRows(document: SongDocument, id: Id, voices: readonly Id[]): Outcome {
  const outcome = removeHits(document, id, hitsOfRows(document, id, voices));
  return outcome && { ...outcome, label: voices.length === 1 ? 'clear a row' : 'clear rows' };
}

/** Clears every row of the pattern: own hits are gone, followed ones silenced. */
export function clearPattern(document: SongDocument, id: Id): Outcome {
  const { hits, pattern } = resolve(document, id);
  const outcome = removeHits(
    document,
    id,
    hits.map((hit) => hit.id),
  );
  return outcome && { ...outcome, label: `clear ${pattern.name}` };
}

/**
 * Silences rows, or a stretch of them, as a rule of the pattern: what they follow, what is their own, and what they get later.
 * Rows that are silent so over that stretch sound again. `rule` is the id of a new rule.
 */
export function silenceRows(
  document: SongDocument,
  id: Id,
  voices: readonly Id[],
  rule: Id,
  stretch: RuleStretch = ALL_OF_IT,
): Outcome {
  const { pattern } = resolve(document, id);
  const isSuch = (shape: Shape) =>
    silencesRows(shape) && shape.from === stretch.from && shape.to === stretch.to;
  const silent = new Set(pattern.shapes.filter((one) => isSuch(one) && !one.off).flatMap(voicesOfShape));
  const others = voices.filter((voice) => !silent.has(voice));
  if (!voices.length) return null;
  if (!others.length) {
    const shapes = pattern.shapes.flatMap((one) =>
      isSuch(one)
        ? (voices.reduce<Shape | null>((left, voice) => left && shapeWithout(left, voice), one) ?? [])
        : one,
    );
    return { label: 'bring rows back', put: [{ ...pattern, shapes }], remove: [] };
  }
  if (pattern.shapes.length >= LIMITS.shapes) return TOO_MANY_RULES;
  const free = freeId(rule, (one) => pattern.shapes.some((shape) => shape.id === one));
  const shape = { id: free, rule: 'silence' as const, voices: others, ...stretch, all: true as const };
  return {
    label: others.length === 1 ? 'silence a row' : 'silence rows',
    put: [{ ...pattern, shapes: [...pattern.shapes, shape] }],
    remove: [],
  };
}

/** All of a row, however long its pattern becomes. */
const ALL_OF_IT: RuleStretch = { from: 0, to: LIMITS.pattern };

function hitsOfRows(document: SongDocument, id: Id, voices: readonly Id[]): Id[] {
  return resolve(document, id)
    .hits.filter((hit) => voices.includes(hit.voice))
    .map((hit) => hit.id);
}

/**
 * Makes a pattern twice as long, its second half sounding as its first. Hits that a shorter length hid there make way
 * for the copies. Refused beyond the longest pattern; `longest` is in ticks.
 */
export function doubleLength(document: SongDocument, id: Id, longest: number): Outcome {
  const before = resolve(document, id);
  const { pattern } = before;
  const { length } = pattern;
  if (length * 2 > longest) return { reason: 'A pattern is at most 16 bars of 4/4 long.' };
  const own: Record<Id, Hit> = {};
  for (const [hitId, hit] of Object.entries(pattern.own)) if (hit.at < length) own[hitId] = hit;
  const longer: Pattern = {
    ...pattern,
    own,
    length: length * 2,
    ...(pattern.accents
      ? { accents: [...pattern.accents, ...pattern.accents.map((one) => ({ ...one, at: one.at + length }))] }
      : {}),
  };
  const after = resolve(withRecord(document, longer), id);
  const [silenced, changed, kept] = [new Set(pattern.silenced), { ...pattern.changed }, { ...own }];
  const free = after.followed.filter((hit) => hit.at >= length);
  const quiet = silentIds(after.hits);
  for (const hit of before.hits) {
    const origin = before.followed.find((one) => one.id === hit.id);
    const copy = free.find(
      (one) =>
        origin && one.voice === origin.voice && one.pitch === origin.pitch && one.at === origin.at + length,
    );
    if (copy) {
      free.splice(free.indexOf(copy), 1);
      const edit = pattern.changed[hit.id];
      if (edit) changed[copy.id] = edit.at === undefined ? edit : { ...edit, at: edit.at + length };
      if (hit.origin === 'silenced' && !quiet.has(copy.id)) silenced.add(copy.id);
    } else if (hit.origin !== 'silenced') {
      const { id: hitId, origin: _, ...fields } = hit;
      const fresh = freeHitId(
        repeatedId(hitId, length),
        (one) => Object.hasOwn(kept, one) || after.followed.some((other) => other.id === one),
      );
      kept[fresh] = { ...fields, at: hit.at + length };
    }
  }
  // Hits of the parent beyond the followed stretch do not belong to a copy.
  for (const one of free) silenced.add(one.id);
  return {
    label: 'double the length',
    put: [remembering({ ...longer, own: kept, changed, silenced: [...silenced] }, after.followed)],
    remove: [],
  };
}
