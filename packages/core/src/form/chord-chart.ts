import { chordFrom, chordName } from '../pattern/index.ts';
import {
  type Chord,
  type ChordAt,
  indexOf,
  LIMITS,
  type Outcome,
  type Refusal,
  saysSame,
  type Section,
  type Slot,
  type SongDocument,
} from '../song/index.ts';
import { barTicks, beatTicks, counted, type Meter } from '../time/index.ts';
import { chordsFrom, evenStep, setChords } from './edit-chords.ts';
import type { SlotIn } from './edit-section.ts';
import { sectionMeter } from './stretches.ts';

/**
 * Chords of a chart such as "Dm | Bb F | C | %", places in ticks from its start: a bar between two lines, its words spread
 * evenly; `/` holds the chord for one more of them, `%` plays the bar before again, and a bar of nothing goes on as it was.
 * Tells what is no chord.
 */
export function chartFrom(
  document: SongDocument,
  text: string,
  meter: Meter,
): { readonly chords: readonly ChordAt[]; readonly bars: number } | Refusal {
  const { key } = indexOf(document).song;
  const bar = barTicks(meter);
  const bars: ChordAt[][] = [];
  for (const written of text
    .trim()
    .replace(/^\||\|$/g, '')
    .split('|')) {
    const words = written.split(/[\s,]+/u).filter(Boolean);
    const before = bars.at(-1);
    if (words.length === 1 && words[0] === '%') {
      if (!before) return { reason: '“%” has no bar before it to play again.' };
      bars.push(before);
      continue;
    }
    const step = evenStep(bar, words.length, meter);
    const here: ChordAt[] = [];
    for (const [i, word] of words.entries()) {
      if (word === '/') continue;
      const chord = chordFrom(word, key);
      if (!chord) return { reason: `“${word}” is no chord. One is written like Fm7, Db or VI.` };
      here.push({ at: i * step, chord });
    }
    bars.push(here);
  }
  const chords = bars.flatMap((here, i) => here.map(({ at, chord }) => ({ at: i * bar + at, chord })));
  if (!chords.length) return { reason: 'There is no chord in that.' };
  return { chords, bars: bars.length };
}

/**
 * Gives a section the chords of a chart, spread over its slots; one that is shorter than the section begins again. Without a
 * bar line each word is a bar. Nothing typed takes the chords away. Refused for a chart that is longer than the section, and
 * for what is no chord.
 */
export function setSectionChords(document: SongDocument, section: Section, text: string): Outcome {
  const slots = section.slots.map(({ id }): SlotIn => ({ section: section.id, slot: id }));
  const written = text.trim();
  if (!written) return setChords(document, slots, () => []);
  const meter = sectionMeter(document, section);
  const chart = chartFrom(document, written.includes('|') ? written : written.split(/\s+/u).join('|'), meter);
  if ('reason' in chart) return chart;
  const bar = barTicks(meter);
  const length = section.slots.reduce((sum, one) => sum + one.length, 0);
  if ((chart.bars - 1) * bar >= length)
    return { reason: `That chart has ${counted(chart.bars, 'bar')}, more than ${section.name}.` };
  const starts = startsOf(section.slots);
  const over = chordsOver(chart.chords, chart.bars * bar, length);
  const tooMany = section.slots.some(
    (slot) => within(over, starts.get(slot.id) ?? 0, slot.length).length > LIMITS.chords,
  );
  if (tooMany) return { reason: `A slot has at most ${LIMITS.chords} chords.` };
  return setChords(document, slots, (slot) => within(over, starts.get(slot.id) ?? 0, slot.length));
}

function startsOf(slots: readonly Slot[]): ReadonlyMap<string, number> {
  let at = 0;
  const starts = new Map<string, number>();
  for (const { id, length } of slots) {
    starts.set(id, at);
    at += length;
  }
  return starts;
}

/** Chords that come round every `period` ticks, up to `length`. */
function chordsOver(chords: readonly ChordAt[], period: number, length: number): readonly ChordAt[] {
  const rounds = Math.ceil(length / period);
  return Array.from({ length: rounds }, (_, i) => i * period)
    .flatMap((from) => chords.map(({ at, chord }) => ({ at: from + at, chord })))
    .filter(({ at }) => at < length);
}

/** The chords of a stretch, from its start; the one that sounds as it begins is said anew. */
function within(chords: readonly ChordAt[], from: number, length: number): readonly ChordAt[] {
  const before = chords.findLast(({ at }) => at <= from);
  const later = chords.filter(({ at }) => at > from && at < from + length);
  const all = [...(before ? [{ ...before, at: from }] : []), ...later];
  return all
    .filter(({ chord }, i) => !saysSame(chord, all[i - 1]?.chord))
    .map(({ at, chord }) => ({ at: at - from, chord }));
}

/**
 * Gives slots the chords that are typed. Of several slots and several chords each slot gets one, in order and from the first
 * again; a chart with bar lines is laid over each slot by itself where there is one, else over all of them one after the other.
 */
export function typeChords(document: SongDocument, slots: readonly SlotIn[], text: string): Outcome {
  const words = text.split(/[\s,–—-]+/u).filter(Boolean);
  const isInOrder = slots.length > 1 && words.length > 1 && !text.includes('|');
  const troubles: Refusal[] = [];
  let next = 0;
  const outcome = setChords(document, slots, (slot, meter): readonly ChordAt[] => {
    const typed = isInOrder ? (words[next++ % words.length] ?? '') : text;
    const chords = typed.includes('|')
      ? inBars(document, typed, slot.length, meter)
      : chordsFrom(document, typed, slot.length, meter);
    if (!('reason' in chords)) return chords;
    troubles.push(chords);
    return slot.chords ?? [];
  });
  return troubles[0] ?? outcome;
}

function inBars(
  document: SongDocument,
  text: string,
  length: number,
  meter: Meter,
): readonly ChordAt[] | Refusal {
  const chart = chartFrom(document, text, meter);
  if ('reason' in chart) return chart;
  if ((chart.bars - 1) * barTicks(meter) >= length)
    return { reason: `That chart has ${counted(chart.bars, 'bar')}, more than the slot.` };
  return within(chordsOver(chart.chords, chart.bars * barTicks(meter), length), 0, length);
}

/** One round of the chords of a section as a chart, such as "Dm | Bb F | C | %"; null where it has none, or one that falls beside the beats. */
export function chartInWords(document: SongDocument, section: Section): string | null {
  const { key } = indexOf(document).song;
  const meter = sectionMeter(document, section);
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const starts = startsOf(section.slots);
  const length = section.slots.reduce((sum, one) => sum + one.length, 0);
  const all = section.slots.flatMap((slot) =>
    (slot.chords ?? [])
      .filter(({ at }) => at < slot.length)
      .map(({ at, chord }) => ({ at: (starts.get(slot.id) ?? 0) + at, chord })),
  );
  const said = all.filter(({ chord }, i) => !saysSame(chord, all[i - 1]?.chord));
  if (!said.length || said.some(({ at }) => at % beat !== 0) || (said[0]?.at ?? 1) > 0) return null;
  const bars = Array.from({ length: Math.ceil(length / bar) }, (_, i) =>
    barInWords(said, i * bar, meter, key),
  );
  const period = bars.findIndex((_, size) => size > 0 && bars.every((one, i) => one === bars[i % size]));
  const round = period > 0 ? bars.slice(0, period) : bars;
  return round.map((one, i) => (i > 0 && one === round[i - 1] ? '%' : one)).join(' | ');
}

type Key = ReturnType<typeof indexOf>['song']['key'];

/** A bar of a chart: its chords where they are spread evenly, else a word for each beat. */
function barInWords(chords: readonly ChordAt[], from: number, meter: Meter, key: Key): string {
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const name = (chord: Chord) => chordName(chord, key);
  const here = within(chords, from, bar);
  const step = evenStep(bar, here.length, meter);
  if (here.every(({ at }, i) => at === i * step)) return here.map(({ chord }) => name(chord)).join(' ');
  return Array.from({ length: bar / beat }, (_, i) => here.find(({ at }) => at === i * beat))
    .map((one) => (one ? name(one.chord) : '/'))
    .join(' ');
}
