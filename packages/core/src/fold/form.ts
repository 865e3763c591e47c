import { LIMITS } from '../limits.ts';
import { freeName, type Id } from '../names.ts';
import type { Layer, Occurrence, Section, Slot } from '../song/records.ts';
import { barTicks, type Meter } from '../time/meter.ts';
import type { ArrivedFile } from './arrived.ts';
import type { FoldedPart } from './fold-part.ts';
import { Player } from './player.ts';
import { asMeter } from './prepare.ts';
import type { FoundSection } from './sections.ts';

/** What a layer that keeps changes costs beside those, and a hit that is only played otherwise, in hits. */
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
  found: readonly FoundSection[],
  roles: readonly Section['role'][],
  usual: Meter,
): FoundForm {
  const known = new Map<string, Section>();
  const firstOf = new Map<string, Id>();
  const sections: Section[] = [];
  const form: Occurrence[] = [];
  const names: string[] = [];
  const players = parts.map((part) => new Player(part));
  let [slotCount, edits] = [0, 0];
  found.forEach(({ from, to, name }, i) => {
    const first = file.bars[from];
    const last = file.bars[to - 1];
    if (!first || !last) return;
    const end = last.start + last.length;
    const cuts = cutsOf(parts, first.start, end);
    const meter = asMeter(first.meter);
    const own = meter && barTicks(meter) === first.length && saysOther(meter, usual) ? meter : null;
    const slots = cuts.map(([start, stop], nth): Slot => ({
      id: `s${nth + 1}`,
      length: stop - start,
      layers: players.flatMap((player) => player.layer(start, stop) ?? []),
    }));
    const shape = JSON.stringify([own, slots]);
    const before = form.at(-1);
    const same = known.get(shape);
    if (same && (!name || same.name === name)) {
      if (before?.section === same.id && before.times < LIMITS.times && !file.markers.length)
        form[form.length - 1] = { ...before, times: before.times + 1 };
      else form.push({ id: `o${form.length + 1}`, section: same.id, times: 1, silencedVoices: [] });
      return;
    }
    const id = `section-${sections.length + 1}`;
    const called = freeName(name || `Part ${letters(sections.length)}`, names);
    names.push(called);
    // What plays the same patterns with other changes follows the first that does.
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
    form.push({ id: `o${form.length + 1}`, section: id, times: 1, silencedVoices: [] });
  });
  return { sections, form, slots: slotCount, edits };
}

function saysOther(one: Meter, other: Meter): boolean {
  return one.beats !== other.beats || one.unit !== other.unit;
}

function letters(nth: number): string {
  return nth < 26
    ? String.fromCharCode(65 + nth)
    : `${letters(Math.floor(nth / 26) - 1)}${letters(nth % 26)}`;
}

function editCount({ own, changed, silenced, silencedVoices }: Layer): number {
  const edits =
    Object.keys(own).length +
    CHANGED_COST * Object.keys(changed).length +
    silenced.length +
    silencedVoices.length;
  return edits && edits + EDITED_COST;
}

/** Where slots begin and end: wherever a part goes on otherwise than before. */
function cutsOf(parts: readonly FoldedPart[], from: number, to: number): (readonly [number, number])[] {
  const cuts = new Set([from]);
  for (const { stretches, members } of parts) {
    let before: { plays: FoldedPart['stretches'][number]['plays']; end: number } | null = null;
    for (const { at, length, plays } of stretches) {
      if (at + length <= from || at >= to) continue;
      const isOn =
        before !== null &&
        (plays === null
          ? before.plays === null
          : before.plays?.member === plays.member && before.end === plays.from);
      if (before && !isOn && at > from) cuts.add(at);
      const period = plays ? (members[plays.member]?.pattern.length ?? 1) : 1;
      before = { plays, end: plays ? (plays.from + length) % period : 0 };
    }
  }
  // A slot is no longer than it can be.
  const sorted = [...cuts].sort((a, b) => a - b);
  return sorted.flatMap((start, i) => {
    const stop = sorted[i + 1] ?? to;
    const pieces: (readonly [number, number])[] = [];
    for (let at = start; at < stop; at += LIMITS.slot) pieces.push([at, Math.min(stop, at + LIMITS.slot)]);
    return pieces;
  });
}
