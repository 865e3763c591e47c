import type { Slowing } from '../form/index.ts';
import {
  freeName,
  type Id,
  type Layer,
  LIMITS,
  type Occurrence,
  type Section,
  type Slot,
} from '../song/index.ts';
import { isSameMeter, type Meter } from '../time/index.ts';
import type { ArrivedFile } from './arrived.ts';
import type { FoldedPart } from './fold-part.ts';
import { letters } from './letters.ts';
import { Player } from './player.ts';
import type { Outline } from './prepare.ts';
import type { FoundSection } from './sections.ts';

/** Cost of a layer that keeps changes beside the changes themselves, and of a hit that is only played otherwise, in hits. */
const [EDITED_COST, CHANGED_COST] = [1, 0.06];

/** The form that was found, with what it is written with. */
export interface FoundForm {
  readonly sections: readonly Section[];
  readonly form: readonly Occurrence[];
  readonly slots: number;
  /** Changes that slots keep. */
  readonly edits: number;
}

/** The sections as records: those that play just the same are one, played again. */
export function formOf(
  file: ArrivedFile,
  parts: readonly FoldedPart[],
  { found, roles }: { readonly found: readonly FoundSection[]; readonly roles: readonly Section['role'][] },
  { slowings, meters }: Pick<Outline, 'slowings' | 'meters'>,
  usual: Meter,
  prefix = '',
): FoundForm {
  const known = new Map<string, Section>();
  const firstOf = new Map<string, Id>();
  const sections: Section[] = [];
  const form: Occurrence[] = [];
  const names: string[] = [];
  const players = parts.map((part) => ({ part, player: new Player(part) }));
  let [slotCount, edits] = [0, 0];
  found.forEach(({ from, to, name }, i) => {
    const first = file.bars[from];
    const last = file.bars[to - 1];
    if (!first || !last) return;
    const end = last.start + last.length;
    const bars = file.bars.slice(from, to);
    const counted = (nth: number) => meters[from + nth] ?? usual;
    const turns = bars.filter((_, nth) => nth > 0 && !isSameMeter(counted(nth), counted(nth - 1)));
    const cuts = cutsOf(parts, slowings, [first.start, ...turns.map(({ start }) => start)], end);
    const meter = counted(0);
    const own = isSameMeter(meter, usual) ? null : meter;
    const slots = cuts.map(({ start, stop, slows }, nth): Slot => {
      const there = counted(bars.findLastIndex((bar) => bar.start <= start));
      return {
        id: `s${nth + 1}`,
        length: stop - start,
        ...(isSameMeter(there, meter) ? {} : { meter: there }),
        layers: players.flatMap(({ part, player }) =>
          slows ? layersIn(part, player, start, stop) : (player.layer(start, stop) ?? []),
        ),
        ...(slows ? { slows: { over: slows.over, to: slows.to } } : {}),
      };
    });
    const shape = JSON.stringify([own, slots]);
    const before = form.at(-1);
    const same = known.get(shape);
    if (same && (!name || same.name === name)) {
      if (before?.section === same.id && before.times < LIMITS.times && !file.markers.length)
        form[form.length - 1] = { ...before, times: before.times + 1 };
      else form.push({ id: `${prefix}o${form.length + 1}`, section: same.id, times: 1, silencedVoices: [] });
      return;
    }
    const id = `${prefix}section-${sections.length + 1}`;
    const called = freeName(name || `Part ${letters(sections.length)}`, names);
    names.push(called);
    // A slot of the same patterns with other changes follows the first such slot.
    const plain = JSON.stringify([
      own,
      slots.map(({ length, layers }) => [length, layers.map(({ pattern, start }) => [pattern, start])]),
    ]);
    const follows = firstOf.get(plain);
    if (follows === undefined) firstOf.set(plain, id);
    const section: Section = {
      id,
      kind: 'section',
      name: called,
      role: roles[i] ?? 'verse',
      ...(follows === undefined ? {} : { follows }),
      ...(own ? { meter: own } : {}),
      slots,
    };
    if (!same) known.set(shape, section);
    sections.push(section);
    slotCount += slots.length;
    edits += slots.reduce((sum, slot) => sum + slot.layers.reduce((n, layer) => n + editCount(layer), 0), 0);
    form.push({ id: `${prefix}o${form.length + 1}`, section: id, times: 1, silencedVoices: [] });
  });
  return { sections, form, slots: slotCount, edits };
}

function editCount({ own, changed, silenced, silencedVoices }: Layer): number {
  const edits =
    Object.keys(own).length +
    CHANGED_COST * Object.keys(changed).length +
    silenced.length +
    silencedVoices.length;
  return edits && edits + EDITED_COST;
}

/** The ticks within a stretch at which a part goes on otherwise than before. */
function turnsOf({ stretches, members }: FoldedPart, from: number, to: number): number[] {
  const turns: number[] = [];
  let before: { plays: FoldedPart['stretches'][number]['plays']; end: number } | null = null;
  for (const { at, length, plays } of stretches) {
    if (at + length <= from || at >= to) continue;
    const isOn =
      before !== null &&
      (plays === null
        ? before.plays === null
        : before.plays?.member === plays.member && before.end === plays.from);
    if (before && !isOn && at > from) turns.push(at);
    const period = plays ? (members[plays.member]?.pattern.length ?? 1) : 1;
    before = { plays, end: plays ? (plays.from + length) % period : 0 };
  }
  return turns;
}

/** Start and end of a slot, in ticks of the song, and its slowing. */
interface Cut {
  readonly start: number;
  readonly stop: number;
  readonly slows?: Slowing | undefined;
}

/** Starts and ends of slots: wherever a part or the meter changes, but for the end of a slot that has to slow down. */
function cutsOf(
  parts: readonly FoldedPart[],
  slowings: readonly Slowing[],
  [from, ...turns]: readonly [number, ...number[]],
  to: number,
): Cut[] {
  const cuts = new Set([from, ...turns, to, ...parts.flatMap((part) => turnsOf(part, from, to))]);
  const slowingAt = new Map<number, Slowing>();
  for (const slowing of slowings) {
    const { end, over } = slowing;
    if (end <= from || end > to) continue;
    cuts.add(end);
    const within = [...cuts].filter((at) => at > end - over && at < end);
    if (parts.length * (within.length + 1) > LIMITS.layers) continue;
    slowingAt.set(end, slowing);
    for (const at of within) cuts.delete(at);
    if (within.length) cuts.add(end - over);
  }
  // A slot is no longer than it can be.
  const sorted = [...cuts].sort((a, b) => a - b);
  return sorted.flatMap((start, i) => {
    const stop = sorted[i + 1];
    if (stop === undefined) return [];
    const slows = slowingAt.get(stop);
    const last = slows && stop - start > LIMITS.slot ? stop - slows.over : stop;
    const pieces: Cut[] = [];
    for (let at = start; at < last; at += LIMITS.slot)
      pieces.push({ start: at, stop: Math.min(last, at + LIMITS.slot) });
    return last < stop ? [...pieces, { start: last, stop, slows }] : pieces.map((one) => ({ ...one, slows }));
  });
}

/** Layers of a part in a slot that it may change within: one for each stretch. */
function layersIn(part: FoldedPart, player: Player, start: number, stop: number): Layer[] {
  const bounds = [start, ...turnsOf(part, start, stop), stop];
  return bounds.slice(1).flatMap((to, i) => {
    const from = bounds[i] ?? start;
    const layer = player.layer(from, to);
    if (!layer) return [];
    return {
      ...layer,
      ...(from > start ? { from: from - start } : {}),
      ...(to < stop ? { to: to - start } : {}),
    };
  });
}
