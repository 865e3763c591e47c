import {
  IN_SLOT,
  intoSlot,
  type LayerIn,
  type ResolvedLayer,
  resolveLayer,
  songStretches,
  withSlotPattern,
} from '../../form/index.ts';
import {
  addHits,
  changeHits,
  feelOf,
  gridOf,
  removeHits,
  resolve,
  toggleSilenced,
  writtenPlace,
} from '../../pattern/index.ts';
import {
  apply,
  clampVelocity,
  FARTHEST_MS,
  freeHitId,
  type HitFields,
  type Id,
  type IdentifiedHit,
  indexOf,
  isChange,
  type Outcome,
  plainHit,
  type ResolvedHit,
  type SongDocument,
} from '../../song/index.ts';
import { gridTicks, groupedBy, modulo, msToTicks, PPQ, ticksToMs } from '../../time/index.ts';
import { type Attempt, compareWithTarget, type Deviation, type Target } from './compare.ts';

/** Most rounds in which the rest is put right once more: a place that swings or is humanised is met in two steps. */
const PASSES = 4;

/** The whole song. */
const ALL = { from: 0, to: Infinity };

/** Differences to be put right: all of them, those of a bar, or one, as `wants` says. */
export interface PutRightWish {
  readonly target: Target;
  readonly part: Id;
  readonly wants: (deviation: Deviation) => boolean;
}

/**
 * Makes a part of the song play what its target plays where they differ: hits are added, silenced, moved and set as loud, each in
 * its slot only. What comes in every play of a pattern is put right in the pattern, if `inPatterns`, as long as the song is nearer
 * to the target by it. Refused with the reason where nothing that is wanted can be put right; `null` where nothing differs.
 */
export function putRight(document: SongDocument, wish: PutRightWish, inPatterns: boolean): Outcome {
  const compared = (song: SongDocument) => compareWithTarget(song, wish.target, wish.part, ALL);
  const first = compared(document);
  const asked = first.deviations.filter(wish.wants);
  if (!asked.length) return null;
  let [now, attempt]: [SongDocument, Attempt] = [document, first];
  const tryOn = (next: SongDocument) => {
    if (next === now) return;
    const after = compared(next);
    if (wrongOf(after, wish) < wrongOf(attempt, wish)) [now, attempt] = [next, after];
  };
  if (inPatterns)
    for (const [pattern, mends] of mendsOfPatterns(document, wish.part, first.deviations))
      tryOn(mended(now, mends, (song) => ({ song, pattern, back: (outcome) => outcome })));
  for (let pass = 0; pass < PASSES; pass++) {
    const left = attempt.deviations.filter(wish.wants);
    const before = now;
    if (left.length) tryOn(rightInSlots(now, wish.part, left));
    if (now === before) break;
  }
  if (now === document) return { reason: reasonAgainst(document, wish.part, asked) };
  const put = Object.values(now.records).filter((record) => document.records[record.id] !== record);
  const left = attempt.deviations.filter(wish.wants).length;
  return { label: left ? `put right as far as it goes, ${left} left` : 'put right', put, remove: [] };
}

/** Weights of a note that is none of the wanted ones beside one that is early, late, loud or soft, and of what is not asked beside what is. */
const [NONE_OF_THEM, NOT_ASKED] = [2, 1.5];

/** Weight of all that is wrong in a song: what lies beyond what is asked counts too, so that nothing is mended at its cost. */
function wrongOf({ deviations }: Attempt, { wants }: PutRightWish): number {
  return deviations.reduce((sum, one) => {
    const isOther = one.isFar || one.kind === 'missing' || one.kind === 'extra';
    return sum + (isOther ? NONE_OF_THEM : 1) * (wants(one) ? 1 : NOT_ASKED);
  }, 0);
}

function reasonAgainst(document: SongDocument, part: Id, [first]: readonly Deviation[]): string {
  const name = indexOf(document).part(part)?.name ?? 'the part';
  if (first?.kind === 'missing' && !layerOf(layersOf(document, part), first))
    return `${name} has no pattern there. Lay one into the slot first.`;
  if (first?.voice === null) return `No row of ${name} has note ${first.note}. Add the row first.`;
  return 'It is a stroke of a roll, a flam or a landing, or differs between rounds: change it by hand.';
}

/** A layer of the part that sounds at a tick of the song: its place in the form, and its first tick there. */
interface There {
  readonly at: LayerIn;
  readonly layer: ResolvedLayer;
  readonly pattern: Id;
  readonly start: number;
}

/** The layers of a part in the order of the song, each time that they are played. */
function layersOf(document: SongDocument, part: Id): There[] {
  const { pattern } = indexOf(document);
  return songStretches(document).flatMap(({ section, slot, start }) =>
    slot.layers.flatMap((layer, i): There[] => {
      if (pattern(layer.pattern)?.part !== part) return [];
      const resolved = resolveLayer(document, slot, layer);
      const at = { section: section.id, slot: slot.id, layer: i };
      return [{ at, layer: resolved, pattern: layer.pattern, start: start + resolved.from }];
    }),
  );
}

/** The layer in which a difference is put right: the one that plays it, or where it is missing. */
function layerOf(layers: readonly There[], { tick, played }: Deviation): There | undefined {
  const sounds = (at: number) => (one: There) => at >= one.start && at < one.start + one.layer.length;
  if (!played) return layers.find(sounds(tick));
  const { from } = played;
  const own = layers.filter(
    ({ at, pattern }) => at.slot === from.slot && at.section === from.section && pattern === from.pattern,
  );
  // A stroke that comes early lies in the slot before its own.
  return own.find(sounds(played.tick)) ?? own.find(({ start }) => Math.abs(played.tick - start) < PPQ);
}

/** Differences where they are put right; a stroke that is wanted outside its layer is one too many there and one that is missing. */
function placed(
  layers: readonly There[],
  deviations: readonly Deviation[],
): { readonly deviation: Deviation; readonly there: There }[] {
  return deviations.flatMap((deviation) => {
    const there = layerOf(layers, deviation);
    const { tick, kind, played } = deviation;
    const isInside = there && tick >= there.start && tick < there.start + there.layer.length;
    if (there && (isInside || kind !== 'moved' || !deviation.isFar)) return [{ deviation, there }];
    if (!there || !played) return [];
    const missing: Deviation = { ...deviation, kind: 'missing', by: 0, isFar: false, played: null };
    const elsewhere = layerOf(layers, missing);
    const extra: Deviation = {
      ...deviation,
      kind: 'extra',
      tick: played.tick,
      by: 0,
      isFar: false,
      wanted: null,
    };
    return [{ deviation: extra, there }, ...(elsewhere ? [{ deviation: missing, there: elsewhere }] : [])];
  });
}

/** Something to be put right in a pattern, or in a layer as one: a hit more, one less, or one that is played otherwise. */
interface Mend {
  readonly deviation: Deviation;
  /** The hit that is played; null for one that is missing. */
  readonly hit: Id | null;
  /** The place at which it is wanted, in ticks of the pattern as it is heard. */
  readonly place: number;
}

/** Puts right slot by slot. */
function rightInSlots(document: SongDocument, part: Id, deviations: readonly Deviation[]): SongDocument {
  const layers = layersOf(document, part);
  const mends = new Map<string, { at: LayerIn; of: Mend[] }>();
  for (const { deviation, there } of placed(layers, deviations)) {
    const { section, slot, layer } = there.at;
    const key = `${section} ${slot} ${layer}`;
    const known = mends.get(key) ?? { at: there.at, of: [] };
    known.of.push({
      deviation,
      hit: deviation.played?.from.hit ?? null,
      place: deviation.tick - there.start,
    });
    mends.set(key, known);
  }
  let now = document;
  for (const { at, of } of mends.values())
    now = mended(now, of, (song) => {
      const shown = withSlotPattern(song, at);
      return shown && { song: shown, pattern: IN_SLOT, back: (outcome) => intoSlot(song, at, outcome) };
    });
  return now;
}

/** Bench of mends: a pattern of a document, and how an edit of it becomes one of the song. */
interface Bench {
  readonly song: SongDocument;
  readonly pattern: Id;
  readonly back: (outcome: Outcome) => Outcome;
}

/** A song after the mends of a pattern, or of a layer as one. */
function mended(
  document: SongDocument,
  mends: readonly Mend[],
  benchOf: (song: SongDocument) => Bench | null,
): SongDocument {
  let now = document;
  for (const step of STEPS) {
    const bench = benchOf(now);
    if (!bench) return now;
    const { hits } = resolve(bench.song, bench.pattern);
    const ornamented = new Set(
      hits.flatMap((hit) => ((hit.roll ?? hit.flam ?? hit.layered) ? [hit.id] : [])),
    );
    // Several strokes of one hit are not put right one by one.
    const outcome = bench.back(
      step(
        bench.song,
        bench.pattern,
        mends.filter(({ hit }) => hit === null || !ornamented.has(hit)),
      ),
    );
    if (isChange(outcome)) now = apply(now, outcome).document;
  }
  return now;
}

/** Differences that come each time that a pattern is played, by pattern. */
function mendsOfPatterns(
  document: SongDocument,
  part: Id,
  deviations: readonly Deviation[],
): ReadonlyMap<Id, readonly Mend[]> {
  const layers = layersOf(document, part);
  const playing = groupedBy(layers, ({ pattern }) => pattern);
  const found = placed(layers, deviations).flatMap(({ deviation, there }) => {
    const period = there.layer.source.pattern.length;
    const id = deviation.played?.from.hit;
    const hit = id === undefined ? undefined : hitIn(there.layer.source.hits, id);
    if (id !== undefined && !hit) return [];
    const place = hit ? hit.at : modulo(there.layer.start + deviation.tick - there.start, period);
    return [{ pattern: there.pattern, mend: { deviation, hit: hit?.id ?? null, place } }];
  });
  const groups = groupedBy(found, ({ pattern, mend: { deviation, hit, place } }) => {
    const { kind, note } = deviation;
    return `${pattern} ${kind} ${hit ?? `${note} ${Math.round(place / SAME_PLACE)}`}`;
  });
  const often = [...groups.values()].flatMap((group) => {
    const sorted = group.toSorted((a, b) => a.mend.deviation.by - b.mend.deviation.by);
    const middle = sorted[sorted.length >> 1];
    if (!middle) return [];
    const plays = (playing.get(middle.pattern) ?? []).map(({ layer }) => timesOf(layer, middle.mend.place));
    return group.length >= plays.reduce((sum, one) => sum + one, 0) ? [middle] : [];
  });
  return new Map(
    [...groupedBy(often, ({ pattern }) => pattern)].map(([pattern, of]) => [
      pattern,
      of.map(({ mend }) => mend),
    ]),
  );
}

/** Places nearer than this many ticks are one. */
const SAME_PLACE = PPQ / 8;

/** The hit of a pattern that a repeat of it in a slot is of. */
function hitIn(hits: readonly ResolvedHit[], id: Id): ResolvedHit | undefined {
  const source = id.replace(/~\d+$/, '');
  return hits.find((one) => one.id === id) ?? hits.find((one) => one.id === source);
}

/** Number of times that a layer plays a place of its pattern. */
function timesOf({ source, start, length }: ResolvedLayer, place: number): number {
  const period = source.pattern.length;
  const first = modulo(place - start, period);
  return first < length ? Math.floor((length - 1 - first) / period) + 1 : 0;
}

type Step = (document: SongDocument, pattern: Id, mends: readonly Mend[]) => Outcome;

/** Hits that are too many go, and so do those of a row at one place that another covers. */
const silenceExtra: Step = (document, pattern, mends) => {
  const sounding = resolve(document, pattern).hits.filter(({ origin }) => origin !== 'silenced');
  const placeOf = ({ voice, pitch, at }: ResolvedHit) => `${voice} ${pitch} ${at}`;
  const byPlace = groupedBy(sounding, placeOf);
  const ids = mends.flatMap(({ deviation, hit }) => {
    const one = sounding.find(({ id }) => id === hit);
    const there = (one && byPlace.get(placeOf(one))) ?? [];
    return there.map(({ id }) => id).filter((id) => deviation.kind === 'extra' || id !== hit);
  });
  return removeHits(document, pattern, ids);
};

/** Hits that are missing and stand there silent sound again. */
const bringBack: Step = (document, pattern, mends) => {
  const silent = resolve(document, pattern).hits.filter(({ origin }) => origin === 'silenced');
  const ids = mends.flatMap(({ deviation, place }) => {
    if (deviation.kind !== 'missing') return [];
    return (
      silent.find(({ voice, at }) => voice === deviation.voice && Math.abs(at - place) <= SAME_PLACE)?.id ??
      []
    );
  });
  return ids.length ? toggleSilenced(document, pattern, [...new Set(ids)]) : null;
};

/** Hits that are missing are written. */
const addMissing: Step = (document, pattern, mends) => {
  const index = indexOf(document);
  const resolved = resolve(document, pattern);
  const { length } = resolved.pattern;
  const sounding = resolved.hits.filter(({ origin }) => origin !== 'silenced');
  const taken = new Set(resolved.hits.map(({ id }) => id));
  const hits = new Map<string, IdentifiedHit>();
  for (const { deviation, place } of mends) {
    const { kind, note, wanted } = deviation;
    const voice = index.voice(deviation.voice ?? '');
    if (kind !== 'missing' || !wanted || !voice) continue;
    const written = writtenPlace(place, voice, gridOf(resolved, voice), feelOf(document, resolved), length);
    const pitch = voice.family === 'note' ? Math.min(60, Math.max(-60, note - voice.note)) : 0;
    const isThere = sounding.some(
      (hit) => hit.voice === voice.id && hit.pitch === pitch && hit.at === written.at,
    );
    const id = freeHitId(`target-${note}-${written.at}`, (one) => taken.has(one));
    if (!isThere)
      hits.set(`${note} ${written.at}`, {
        ...plainHit(voice.id, written.at, wanted.velocity, wanted.length),
        ...written,
        pitch,
        id,
      });
  }
  return addHits(document, pattern, [...hits.values()]);
};

/** Hits that are early, late, too loud or too soft are played as is wanted. */
const playOtherwise: Step = (document, pattern, mends) => {
  const index = indexOf(document);
  const resolved = resolve(document, pattern);
  const byHit = groupedBy(
    mends.filter(({ hit, deviation }) => hit !== null && deviation.kind !== 'extra'),
    ({ hit }) => hit ?? '',
  );
  return changeHits(document, pattern, [...byHit.keys()], (hit) => {
    const voice = index.voice(hit.voice);
    let fields: HitFields = {};
    for (const { deviation } of byHit.get(hit.id) ?? []) {
      if (deviation.kind === 'louder')
        fields = { ...fields, velocity: clampVelocity(hit.velocity - deviation.by) };
      if (deviation.kind === 'softer')
        fields = { ...fields, velocity: clampVelocity(hit.velocity + deviation.by) };
      if (deviation.kind !== 'moved' || !voice) continue;
      const step = gridTicks(gridOf(resolved, voice));
      const { tempo } = feelOf(document, resolved);
      const ms = hit.offsetMs - deviation.by;
      // Farther than half a step it is another place of the grid.
      const steps =
        Math.abs(ms) > FARTHEST_MS || deviation.isFar
          ? Math.round(msToTicks(-deviation.by, tempo) / step)
          : 0;
      const at = Math.min(resolved.pattern.length - 1, Math.max(0, hit.at + steps * step));
      const rest = ms - ticksToMs(at - hit.at, tempo);
      fields = {
        ...fields,
        at,
        offsetMs: Math.round(10 * Math.min(FARTHEST_MS, Math.max(-FARTHEST_MS, rest))) / 10 + 0,
      };
    }
    return fields;
  });
};

const STEPS: readonly Step[] = [silenceExtra, bringBack, addMissing, playOtherwise];
