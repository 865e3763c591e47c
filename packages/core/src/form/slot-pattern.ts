import { overlay, resolve, soundingOver } from '../pattern/index.ts';
import {
  type Edits,
  type Id,
  indexOf,
  isChange,
  type Layer,
  LIMITS,
  omit,
  type Outcome,
  type Pattern,
  saysSame,
  type Section,
  type Slot,
  type SongDocument,
  stretchOf,
  withRecord,
} from '../song/index.ts';
import { cacheWhileSame } from '../time/index.ts';
import { editSlots, type SlotIn } from './edit-section.ts';
import { playedSlot, startOf } from './going-on.ts';
import { inBars, occurrencePlaces } from './stretches.ts';
import { hitSounds, roundAt, roundsIn, soundsIn } from './times.ts';

/** The id under which a layer of a slot stands in a document that shows it as a pattern; never stored. */
export const IN_SLOT: Id = 'in-slot';

/** A layer of a slot, by its number. */
export interface LayerIn extends SlotIn {
  readonly layer: number;
}

interface Found {
  readonly section: Section;
  readonly slot: Slot;
  readonly layer: Layer;
}

/** A layer with its slot and section; null where it is gone. */
export function layerIn(document: SongDocument, at: LayerIn): Found | null {
  const section = indexOf(document).section(at.section);
  const slot = section?.slots.find(({ id }) => id === at.slot);
  const layer = slot?.layers[at.layer];
  return section && slot && layer ? { section, slot, layer } : null;
}

const shownCache = cacheWhileSame<SongDocument | null, SongDocument>();

/**
 * The document with one layer of a slot as a pattern that follows the one it plays, so that its hits can be edited as those
 * of any pattern; `intoSlot` gives such an edit back to the slot. Null where the layer is gone, or hidden, or longer than a
 * pattern can be (16 bars of 4/4).
 */
export function withSlotPattern(document: SongDocument, at: LayerIn): SongDocument | null {
  return shownCache(document, [at.section, at.slot, at.layer], () => {
    const pattern = slotPattern(document, at);
    return pattern && withRecord(document, pattern);
  });
}

function slotPattern(document: SongDocument, at: LayerIn): Pattern | null {
  const found = layerIn(document, at);
  if (!found) return null;
  const { section, slot, layer } = found;
  const base = indexOf(document).pattern(layer.pattern);
  const stretch = stretchOf(layer, slot.length);
  if (!base || !stretch || stretch.to - stretch.from > LIMITS.pattern) return null;
  const played = playedSlot(document, section, slot).layers[at.layer] ?? layer;
  const rows = layer.silencedVoices;
  const quiet = outOfRound(document, found, at.layer);
  const length = stretch.to - stretch.from;
  return {
    id: IN_SLOT,
    kind: 'pattern',
    part: base.part,
    name: `${base.name}, only at bar ${barOf(document, section, slot, stretch.from)}`,
    role: base.role,
    // After all others, so that nothing takes it for the first pattern of its part.
    order: Number.MAX_SAFE_INTEGER,
    length,
    parent: base.id,
    window: { from: startOf(played) % base.length },
    shapes: rows.length ? [{ id: 'rows', rule: 'silence', voices: [...rows], from: 0, to: length }] : [],
    own: layer.own,
    silenced: [...new Set([...layer.silenced, ...quiet.hits, ...quiet.layer])],
    changed: layer.changed,
    ...(layer.messages ? { messages: layer.messages } : {}),
    grids: {},
  };
}

/** The hits of a layer that are shown silent where they stand, since they do not sound in that round. */
interface OutOfRound {
  /** Those that sound in other rounds. */
  readonly hits: readonly Id[];
  /** Those of rounds in which the whole layer is silent. */
  readonly layer: readonly Id[];
}

function outOfRound(document: SongDocument, { section, slot, layer }: Found, i: number): OutOfRound {
  const played = playedSlot(document, section, slot).layers[i] ?? layer;
  const stretch = stretchOf(layer, slot.length);
  if (!stretch) return { hits: [], layer: [] };
  const source = resolve(document, layer.pattern);
  const length = stretch.to - stretch.from;
  const period = source.pattern.length;
  const start = startOf(played) % period;
  const all = soundingOver(source, length, start);
  const { times } = layer;
  const rounds = roundsIn(length, start, period);
  const out = times ? all.filter(({ at }) => !soundsIn(times, roundAt(at, start, period), rounds)) : [];
  const quiet = new Set(out.map(({ id }) => id));
  return {
    hits: overlay(all, layer, length)
      .hits.filter((hit) => !quiet.has(hit.id) && !hitSounds(hit, { period, start, length }))
      .map((hit) => hit.id),
    layer: [...quiet],
  };
}

/**
 * The edits of a layer as it is shown, with what is shown silent only because it sounds in other rounds left to its rounds; null
 * where something would sound in a round in which the layer is silent.
 */
function withRounds({ own, changed, silenced }: Edits, layer: Layer, quiet: OutOfRound): Edits | null {
  const after = { own: { ...own }, changed: { ...changed } };
  const now = new Set(silenced);
  if (quiet.layer.some((id) => !now.has(id))) return null;
  for (const id of [...quiet.hits, ...quiet.layer]) {
    const mine = after.own[id];
    if (now.has(id)) {
      if (!layer.silenced.includes(id)) now.delete(id);
    }
    // A hit that was brought back sounds here whatever its rounds are.
    else if (mine) after.own[id] = omit(mine, 'times');
    else if (!Object.hasOwn(layer.own, id)) after.changed[id] = { ...after.changed[id], times: null };
  }
  return { ...after, silenced: [...now] };
}

/** The bar of the song, from 1, in which a place of a slot is played first; of its section where that is not played. */
function barOf(document: SongDocument, section: Section, slot: Slot, inSlot: number): number {
  const place = occurrencePlaces(document).find((one) => one.section.id === section.id);
  const before = section.slots.slice(0, section.slots.indexOf(slot));
  const at = before.reduce((sum, { length }) => sum + length, inSlot);
  return Math.floor(inBars(document, place ?? { section, firstBar: 1 }, at));
}

/** The fields of a pattern that a layer has of its own. */
const EDITS = ['own', 'silenced', 'changed'] as const;
/** Fields about the hits that a pattern follows, which a slot does not need. */
const PASSED_OVER: ReadonlySet<string> = new Set<string>([...EDITS, 'seen']);

/**
 * An edit that was made of `withSlotPattern`, as one of the slot. Refused where it is about more than the hits: the rest
 * belongs to the pattern, and making another pattern of it to what is stored.
 */
export function intoSlot(document: SongDocument, at: LayerIn, outcome: Outcome): Outcome {
  if (!isChange(outcome)) return outcome;
  const found = layerIn(document, at);
  const before = slotPattern(document, at);
  const after = outcome.put.find(({ id }) => id === IN_SLOT);
  const namesIt = outcome.put.some((record) => record.kind === 'pattern' && record.parent === IN_SLOT);
  if (!found || !before || namesIt || outcome.remove.includes(IN_SLOT)) return ONLY_HITS;
  if (after?.kind !== 'pattern') return outcome;
  const keys = new Set([...Object.keys(before), ...Object.keys(after)]) as Set<keyof Pattern>;
  for (const key of keys) if (!PASSED_OVER.has(key) && !saysSame(before[key], after[key])) return ONLY_HITS;
  const edits = withRounds(after, found.layer, outOfRound(document, found, at.layer));
  if (!edits) return SILENT_ROUND;
  const change = editSlots(document, [at], outcome.label, (slot) => ({
    ...slot,
    layers: slot.layers.map((layer, i) => (i === at.layer ? { ...layer, ...edits } : layer)),
  }));
  const others = outcome.put.filter((record) => record !== after);
  return isChange(change) ? { ...change, put: [...others, ...change.put], remove: outcome.remove } : change;
}

const ONLY_HITS = {
  reason:
    'In one slot only hits are changed. For anything else open the pattern itself, or a variation of it.',
};

const SILENT_ROUND = {
  reason:
    'The layer is silent in this round. Let it sound in every round, or write a hit beside this one: those of the slot always sound.',
};
