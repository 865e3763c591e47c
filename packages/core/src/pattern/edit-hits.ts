import {
  type Edits,
  type FollowedHit,
  type Hit,
  type HitFields,
  type Id,
  type IdentifiedHit,
  indexOf,
  inSilentRow,
  type Outcome,
  type Refusal,
  type ResolvedHit,
  type SongDocument,
} from '../song/index.ts';
import { overlay } from './overlay.ts';
import { resolve } from './resolve.ts';
import { remembering } from './seen.ts';

/** Adds hits of the pattern's own. Refused for places outside the pattern. */
export function addHits(document: SongDocument, pattern: Id, hits: readonly IdentifiedHit[]): Outcome {
  if (!hits.length) return null;
  const { pattern: record } = resolve(document, pattern);
  if (hits.some((hit) => hit.at < 0 || hit.at >= record.length))
    return { reason: `${record.name} ends before that place. Make it longer first.` };
  const own = { ...record.own };
  for (const { id, ...hit } of hits) own[id] = hit;
  const label = hits.length === 1 ? 'add a hit' : `add ${hits.length} hits`;
  return { label, put: [{ ...record, own }], remove: [] };
}

/**
 * Changes hits: own ones directly, followed ones by remembering what differs here.
 * Refused when a hit would leave the pattern; `null` when nothing would differ.
 */
export function changeHits(
  document: SongDocument,
  pattern: Id,
  ids: readonly Id[],
  change: (hit: ResolvedHit) => HitFields,
  label = 'change hits',
): Outcome {
  const { pattern: record, hits, followed } = resolve(document, pattern);
  let edits: Edits = record;
  for (const hit of hits) {
    if (!ids.includes(hit.id)) continue;
    const fields = differing(hit, change(hit));
    if (!Object.keys(fields).length) continue;
    const at = fields.at ?? hit.at;
    if (at < 0 || at >= record.length) return { reason: `That would move a hit out of ${record.name}.` };
    edits = withFields(edits, followed, hit.id, fields);
  }
  return edits === record
    ? null
    : { label, put: [remembering({ ...record, ...edits }, followed)], remove: [] };
}

/** Removes hits: own ones are gone, followed ones are silenced here, so that they can come back. */
export function removeHits(document: SongDocument, pattern: Id, ids: readonly Id[]): Outcome {
  const { pattern: record, hits, followed } = resolve(document, pattern);
  const chosen = hits.filter((hit) => ids.includes(hit.id));
  if (!chosen.length) return null;
  const own = { ...record.own };
  const gone = new Set<Id>();
  for (const { id } of chosen) {
    if (!Object.hasOwn(own, id)) continue;
    delete own[id];
    gone.add(id);
  }
  const silenced = new Set(record.silenced.filter((id) => !gone.has(id)));
  for (const { id } of chosen) if (!gone.has(id)) silenced.add(id);
  if (!gone.size && silenced.size === record.silenced.length) return null;
  const next = remembering({ ...record, own, silenced: [...silenced] }, followed);
  return { label: 'remove hits', put: [next], remove: [] };
}

/** Refuses to let a hit sound in a row that is silent as a row. */
export function silentAsRow(document: SongDocument, voice: Id): Refusal {
  const row = indexOf(document).voice(voice)?.name ?? 'That row';
  return { reason: `${row} is silent as a row here. Bring the row back first.` };
}

/** Silences the hits, or brings them all back when every one of them is silent already. */
export function toggleSilenced(document: SongDocument, pattern: Id, ids: readonly Id[]): Outcome {
  const { pattern: record, hits, followed } = resolve(document, pattern);
  const chosen = hits.filter((hit) => ids.includes(hit.id));
  if (!chosen.length) return null;
  if (chosen.some((hit) => hit.origin !== 'silenced')) {
    const silenced = [...new Set([...record.silenced, ...chosen.map((hit) => hit.id)])];
    return { label: 'silence hits', put: [remembering({ ...record, silenced }, followed)], remove: [] };
  }
  const held = chosen.find((hit) => inSilentRow(record.shapes, hit));
  if (held) return silentAsRow(document, held.voice);
  const back = new Set(chosen.map((hit) => hit.id));
  const changed: Record<Id, HitFields> = { ...record.changed };
  // A hit that a shape silences sounds again once the pattern has an entry of its own for it.
  for (const hit of followed) if (hit.origin === 'silenced' && back.has(hit.id)) changed[hit.id] ??= {};
  const silenced = record.silenced.filter((id) => !back.has(id));
  return {
    label: 'bring hits back',
    put: [remembering({ ...record, silenced, changed }, followed)],
    remove: [],
  };
}

/** Forgets what this pattern says otherwise about these hits: they are as they are followed again. */
export function followAgain(document: SongDocument, pattern: Id, ids: readonly Id[]): Outcome {
  const { pattern: record, followed } = resolve(document, pattern);
  const gone = new Set(ids);
  const changed = Object.fromEntries(Object.entries(record.changed).filter(([id]) => !gone.has(id)));
  const silenced = record.silenced.filter((id) => !gone.has(id));
  if (
    silenced.length === record.silenced.length &&
    Object.keys(changed).length === Object.keys(record.changed).length
  )
    return null;
  return {
    label: 'follow again',
    put: [remembering({ ...record, changed, silenced }, followed)],
    remove: [],
  };
}

/** The edits with fields of one hit changed: its own directly, a followed one's by remembering what differs. */
export function withFields(edits: Edits, followed: readonly FollowedHit[], id: Id, fields: HitFields): Edits {
  const own = Object.hasOwn(edits.own, id) ? edits.own[id] : undefined;
  if (own) return { ...edits, own: { ...edits.own, [id]: { ...own, ...fields } } };
  const source = followed.find((hit) => hit.id === id);
  if (!source) return edits;
  const [hit] = overlay([source], { ...edits, own: {} }, Infinity).hits;
  const differs = differing(source, { ...hit, ...fields });
  const changed = { ...edits.changed };
  const isQuiet = source.origin === 'silenced';
  // A hit that a rule silences stays silent until it is brought back; an entry of its own would wake it.
  const silenced =
    isQuiet && !Object.hasOwn(changed, id) && !edits.silenced.includes(id)
      ? [...edits.silenced, id]
      : edits.silenced;
  if (Object.keys(differs).length || isQuiet) changed[id] = differs;
  else delete changed[id];
  return { ...edits, changed, silenced };
}

const FIELDS = [
  'voice',
  'at',
  'velocity',
  'length',
  'offsetMs',
  'pitch',
  'pan',
  'roll',
  'flam',
  'layered',
  'glide',
  'hold',
  'times',
  'accent',
] as const satisfies (keyof Hit)[];

/** The fields of `wanted` that differ from the hit's; absent ornaments are none. */
export function differing(hit: Hit, wanted: HitFields): HitFields {
  const out: Record<string, unknown> = {};
  for (const field of FIELDS) {
    const value = wanted[field];
    if (value === undefined || isSame(value, hit[field] ?? NONE[field])) continue;
    out[field] = value;
  }
  return out;
}

/** Values of absent ornaments. */
const NONE: HitFields = {
  pan: 0,
  roll: null,
  flam: null,
  layered: null,
  glide: 0,
  hold: null,
  times: null,
  accent: null,
};

/** All fields of a hit that can be heard, absent ornaments said outright, so that they end those of another hit. */
export function saidInFull(hit: Hit): Hit {
  return { ...NONE, ...hit };
}

function isSame(a: unknown, b: unknown): boolean {
  return a === b || (typeof a === 'object' && a !== null && JSON.stringify(a) === JSON.stringify(b));
}
