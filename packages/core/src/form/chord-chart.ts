import { chordFrom, chordName } from '../pattern/index.ts';
import {
  type Chord,
  type ChordAt,
  indexOf,
  type Key,
  LIMITS,
  type Outcome,
  type Refusal,
  saysSame,
  type Section,
  type SongDocument,
} from '../song/index.ts';
import { barTicks, beatTicks, counted, type Meter } from '../time/index.ts';
import { barIn, barsOver, type SectionBar, sectionBars } from './bars.ts';
import { chordsFrom, evenStep, setChords } from './edit-chords.ts';
import type { SlotIn } from './edit-section.ts';
import { sectionStretches } from './stretches.ts';

/** The bars of a chart: in each its words in order, a chord or null for one that holds the chord before. */
interface Chart {
  readonly bars: readonly (readonly (Chord | null)[])[];
}

/**
 * Bars of a chart such as "Dm | Bb F | C | %": a bar between two lines, its words spread evenly; `/` holds the chord for one
 * more of them, `%` plays the bar before again, and a bar of nothing goes on as it was. Tells what is no chord.
 */
function chartFrom(document: SongDocument, text: string): Chart | Refusal {
  const { key } = indexOf(document).song;
  const bars: (Chord | null)[][] = [];
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
    const here: (Chord | null)[] = [];
    for (const word of words) {
      const chord = word === '/' ? null : chordFrom(word, key);
      if (!chord && word !== '/')
        return { reason: `“${word}” is no chord. One is written like Fm7, Db or VI.` };
      here.push(chord);
    }
    bars.push(here);
  }
  return bars.flat().some(Boolean) ? { bars } : { reason: 'There is no chord in that.' };
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
  const chart = chartFrom(document, written.includes('|') ? written : written.split(/\s+/u).join('|'));
  if ('reason' in chart) return chart;
  const over = chordsOver(chart, sectionBars(document, section), section.name);
  if ('reason' in over) return over;
  const bySlot = new Map(
    sectionStretches(document, section).map(({ slot, inSection }) => [
      slot.id,
      within(over, inSection, slot.length),
    ]),
  );
  if ([...bySlot.values()].some((chords) => chords.length > LIMITS.chords))
    return { reason: `A slot has at most ${LIMITS.chords} chords.` };
  return setChords(document, slots, ({ id }) => bySlot.get(id) ?? []);
}

/** The chords of a chart over bars, from its first again where these are more; refused where they are fewer. */
function chordsOver(chart: Chart, bars: readonly SectionBar[], name: string): readonly ChordAt[] | Refusal {
  const { length } = chart.bars;
  if (length > bars.length) return { reason: `That chart has ${counted(length, 'bar')}, more than ${name}.` };
  return bars.flatMap(({ start, length: lasts, meter }, i) => {
    const words = chart.bars[i % length] ?? [];
    const step = evenStep(barTicks(meter), words.length, meter);
    return words.flatMap((chord, nth) =>
      chord && nth * step < lasts ? [{ at: start + nth * step, chord }] : [],
    );
  });
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
 * again; a chart with bar lines is laid over each slot by itself.
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
  const chart = chartFrom(document, text);
  if ('reason' in chart) return chart;
  const over = chordsOver(chart, barsOver(meter, length), 'the slot');
  return 'reason' in over ? over : within(over, 0, length);
}

/** The chords of a section as a chart, one round of them, such as "Dm | Bb F | C | %"; null where it has none, or one that falls beside the beats. */
export function chartInWords(document: SongDocument, section: Section): string | null {
  const { key } = indexOf(document).song;
  const inSong = sectionBars(document, section);
  const all = sectionStretches(document, section).flatMap(({ slot, inSection }) =>
    (slot.chords ?? [])
      .filter(({ at }) => at < slot.length)
      .map(({ at, chord }) => ({ at: inSection + at, chord })),
  );
  const said = all.filter(({ chord }, i) => !saysSame(chord, all[i - 1]?.chord));
  const isBesideBeats = said.some(({ at }) => {
    const bar = inSong[barIn(inSong, at)];
    return bar && (at - bar.start) % beatTicks(bar.meter) !== 0;
  });
  if (!said.length || isBesideBeats || (said[0]?.at ?? 1) > 0) return null;
  const bars = inSong.map(({ start, meter }) => barInWords(said, start, meter, key));
  const period = bars.findIndex((_, size) => size > 0 && bars.every((one, i) => one === bars[i % size]));
  const round = period > 0 ? bars.slice(0, period) : bars;
  return round.map((one, i) => (i > 0 && one === round[i - 1] ? '%' : one)).join(' | ');
}

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
