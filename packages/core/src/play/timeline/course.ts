import { barIn, type SectionBar, sectionBars, sectionLength } from '../../form/index.ts';
import {
  type Family,
  type Id,
  indexOf,
  type Section,
  type SectionRole,
  type SongDocument,
} from '../../song/index.ts';
import { beatTicks } from '../../time/index.ts';
import { playedPlaces } from './density.ts';
import type { NoteEvent } from './events.ts';

/** Share of each family in the loudness of a whole kit, by velocity; harder strokes carry farther. */
const FAMILY_FACTOR: Readonly<Record<Family, number>> = {
  kick: 1,
  snare: 1,
  tom: 0.8,
  cymbal: 1,
  hat: 0.4,
  percussion: 0.5,
  note: 0.6,
};

/** A bar of the song from above. */
export interface BarFigures {
  /** Counted from 1. */
  readonly bar: number;
  readonly occurrence: Id;
  readonly section: Section;
  /** Hits a beat, all parts together. */
  readonly hits: number;
  /** Velocity of 127 times the factor of its family, summed over hits, a beat. */
  readonly loudness: number;
}

type Figures = Pick<BarFigures, 'hits' | 'loudness'>;

/** Every bar of the song as it is written, in order; the last bar of a section may be shorter than the others. */
export function courseOf(document: SongDocument): readonly BarFigures[] {
  const { voice } = indexOf(document);
  const factor = (event: NoteEvent) => FAMILY_FACTOR[voice(event.voice)?.family ?? 'percussion'];
  const out: BarFigures[] = [];
  for (const { occurrence, section, events, rounds } of playedPlaces(document)) {
    const length = sectionLength(section);
    const inRound = sectionBars(document, section);
    const bars = Array.from({ length: rounds }, (_, round) =>
      barsOf(events, factor, round * length, inRound),
    );
    for (let time = 0; time < occurrence.times; time++)
      for (const figures of bars[time] ?? bars[0] ?? [])
        out.push({ bar: out.length + 1, occurrence: occurrence.id, section, ...figures });
  }
  return out;
}

function barsOf(
  events: readonly NoteEvent[],
  factor: (event: NoteEvent) => number,
  from: number,
  bars: readonly SectionBar[],
): Figures[] {
  const sums = bars.map((bar) => ({ ...bar, hits: 0, loudness: 0 }));
  for (const event of events) {
    const at = event.tick - from;
    const sum = sums[barIn(bars, at)];
    if (!sum || at < 0 || at >= sum.start + sum.length) continue;
    sum.hits++;
    sum.loudness += (event.velocity / 127) * factor(event);
  }
  return sums.map(({ hits, loudness, length, meter }) => {
    const beats = length / beatTicks(meter);
    return { hits: hits / beats, loudness: loudness / beats };
  });
}

/** A stretch of bars in which the song does not rise although its form asks for it. */
export interface Sag {
  readonly from: number;
  readonly to: number;
  /** The section that should be louder than what comes before it. */
  readonly into: Section;
  readonly occurrence: Id;
  /** Loudness a beat before it, and in it. */
  readonly before: number;
  readonly after: number;
  readonly how: 'stays' | 'falls';
}

/** By how much of its mean loudness may differ and still be the same. */
const SAME = 0.1;
/** Roles that are to be louder than what comes before them. */
const RISES: ReadonlySet<SectionRole> = new Set(['chorus']);

/**
 * Where the course sags: more than two phrases in a row around the way into a chorus whose loudness a beat stays within a
 * tenth of its mean, or a chorus that is softer than the phrase before it.
 */
export function sagsOf(document: SongDocument, course: readonly BarFigures[]): readonly Sag[] {
  const { phraseBars } = indexOf(document).song;
  const phrases = phrasesOf(course, phraseBars);
  return phrases.flatMap((phrase, i): Sag[] => {
    const previous = phrases[i - 1];
    const isRise = previous && previous.occurrence !== phrase.occurrence && RISES.has(phrase.section.role);
    if (!isRise || RISES.has(previous.section.role)) return [];
    const said = { into: phrase.section, occurrence: phrase.occurrence };
    const run = sameAround(phrases, i);
    const stays = run.to - run.from + 1 > 2 && run.from < i;
    const falls = phrase.loudness < previous.loudness * (1 - SAME);
    if (!stays && !falls) return [];
    const [first, last] = falls
      ? [previous, phrase]
      : [phrases[run.from] ?? previous, phrases[run.to] ?? phrase];
    return [
      {
        ...said,
        from: first.bar,
        to: last.bar + last.bars - 1,
        before: previous.loudness,
        after: phrase.loudness,
        how: falls ? 'falls' : 'stays',
      },
    ];
  });
}

interface Phrase extends Omit<BarFigures, 'hits'> {
  readonly bars: number;
}

/** The bars by phrases, which begin anew with each section. */
function phrasesOf(course: readonly BarFigures[], phraseBars: number): readonly Phrase[] {
  const phrases: { bars: BarFigures[] }[] = [];
  for (const bar of course) {
    const last = phrases.at(-1)?.bars;
    if (last && last.length < phraseBars && last[0]?.occurrence === bar.occurrence) last.push(bar);
    else phrases.push({ bars: [bar] });
  }
  return phrases.flatMap(({ bars }): Phrase[] => {
    const [first] = bars;
    if (!first) return [];
    const loudness = bars.reduce((sum, one) => sum + one.loudness, 0) / bars.length;
    const { bar, occurrence, section } = first;
    return [{ bar, occurrence, section, loudness, bars: bars.length }];
  });
}

/** The phrases around one that are as loud as all of them together, within a tenth. */
function sameAround(phrases: readonly Phrase[], at: number): { readonly from: number; readonly to: number } {
  let [from, to] = [at, at];
  const fits = (first: number, last: number) => {
    const run = phrases.slice(first, last + 1).map((one) => one.loudness);
    const mean = run.reduce((sum, one) => sum + one, 0) / run.length;
    return first >= 0 && last < phrases.length && run.every((one) => Math.abs(one - mean) <= mean * SAME);
  };
  for (let grew = true; grew;) {
    grew = false;
    if (fits(from - 1, to)) [from, grew] = [from - 1, true];
    if (fits(from, to + 1)) [to, grew] = [to + 1, true];
  }
  return { from, to };
}
