import type { SectionRole } from '../song/index.ts';
import type { ArrivedFile } from './arrived.ts';
import type { KnownStarts } from './known-starts.ts';
import { middleOf } from './middle.ts';

/** A stretch of bars that is a section of its own: from one bar up to another, counted from 0. */
export interface FoundSection {
  readonly from: number;
  readonly to: number;
  /** Name in the file; empty for none. */
  readonly name: string;
}

/** Face of a bar, by which sections are told apart. */
export interface BarFace {
  /** Groove of the bar; null for an empty one. */
  readonly groove: number | null;
  readonly hits: number;
  readonly loudness: number;
  /** True for a crash on its first beat. */
  readonly hasCrash: boolean;
}

/** The longest section that is made unasked, and the shortest stretch that is one, in bars. */
const [LONGEST, SHORTEST] = [16, 4];

/** Starts of sections: those known before and, without markers of the file, those of other grooves, of other densities, and crashes. */
export function sectionsOf(
  file: Pick<ArrivedFile, 'bars' | 'markers'>,
  known: Pick<KnownStarts, 'starts' | 'odd'>,
  faces: readonly BarFace[],
): FoundSection[] {
  const { bars, markers } = file;
  const starts = new Map(known.starts);
  if (!markers.length)
    for (const at of [...grooveTurns(faces), ...phraseTurns(faces)])
      if (!starts.has(at) && !known.odd.has(at)) starts.set(at, '');
  const sorted = [...starts].sort(([a], [b]) => a - b);
  return sorted.flatMap(([from, name], i): FoundSection[] => {
    const to = sorted[i + 1]?.[0] ?? bars.length;
    return markers.length && to - from <= 64 ? [{ from, to, name }] : inPieces(from, to, name);
  });
}

/** The bars at which another groove begins that stays for a phrase; what is shorter is a fill, a drop or a break in it. */
function grooveTurns(faces: readonly BarFace[]): number[] {
  const runs: { groove: number | null; from: number; to: number }[] = [];
  faces.forEach(({ groove }, i) => {
    const last = runs.at(-1);
    if (last?.groove === groove) last.to = i + 1;
    else runs.push({ groove, from: i, to: i + 1 });
  });
  const turns: number[] = [];
  let current: number | null | undefined;
  for (const { groove, from, to } of runs) {
    if (to - from < SHORTEST && current !== undefined) continue;
    if (current !== undefined && groove !== current) turns.push(from);
    current = groove;
  }
  return turns;
}

/** By how much a phrase is denser or thinner than the one before where a section begins, and by how much under a crash. */
const [OTHER_DENSITY, UNDER_CRASH] = [0.3, 0.08];
/** Crashes that come in more than every so many bars are a part of the groove and begin nothing. */
const RARE = 6;

/** The bars from which on, phrase by phrase, so much more or less is played that a section begins, less with a crash on its first beat. */
function phraseTurns(faces: readonly BarFace[]): number[] {
  const crashes = faces.filter(({ hasCrash }) => hasCrash).length;
  const areRare = crashes * RARE <= faces.length;
  const turns: number[] = [];
  const hitsIn = (from: number) =>
    faces.slice(from, from + SHORTEST).reduce((sum, { hits }) => sum + hits, 0);
  for (let at = SHORTEST; at + SHORTEST <= faces.length; at += SHORTEST) {
    const [before, after] = [hitsIn(at - SHORTEST), hitsIn(at)];
    const change = Math.abs(after - before) / Math.max(1, before, after);
    const begins = areRare && faces[at]?.hasCrash === true;
    if (change >= (begins ? UNDER_CRASH : OTHER_DENSITY)) turns.push(at);
  }
  return turns;
}

/** A long stretch in sections of 16 or of 8 bars, what is left behind them. */
function inPieces(from: number, to: number, name: string): FoundSection[] {
  const out: FoundSection[] = [];
  for (let at = from; at < to; at += LONGEST)
    out.push({ from: at, to: Math.min(to, at + LONGEST), name: at === from ? name : '' });
  const [before, last] = out.slice(-2);
  // A rest of less than a phrase belongs to the section before it.
  if (before && last && out.length > 1 && last.to - last.from < SHORTEST)
    out.splice(-2, 2, { ...before, to: last.to });
  return out;
}

const ROLE_WORDS: readonly (readonly [RegExp, SectionRole])[] = [
  [/intro/i, 'intro'],
  [/pre.?chorus/i, 'pre-chorus'],
  [/build|rise|lift/i, 'build-up'],
  [/chorus|hook|drop|refrain/i, 'chorus'],
  [/verse|strophe/i, 'verse'],
  [/bridge|middle/i, 'bridge'],
  [/break/i, 'break'],
  [/outro|\bend(ing)?\b|coda/i, 'outro'],
  [/interlude|solo/i, 'interlude'],
];

/** Role of a section by its name; null where the name says none. */
export function roleByName(name: string): SectionRole | null {
  return ROLE_WORDS.find(([words]) => words.test(name))?.[1] ?? null;
}

/**
 * What sections are likely to be, a guess by how loud and dense they are: the fullest is a chorus, a thin one at the start an
 * intro and at the end an outro, a thin one between a break; the others are verses.
 */
export function guessedRoles(sections: readonly FoundSection[], faces: readonly BarFace[]): SectionRole[] {
  const fullness = sections.map(({ from, to }) => {
    const own = faces.slice(from, to);
    return own.reduce((sum, { hits, loudness }) => sum + hits * loudness, 0) / Math.max(1, own.length);
  });
  const most = Math.max(0, ...fullness);
  const middle = middleOf(fullness);
  return sections.map(({ name }, i): SectionRole => {
    const said = roleByName(name);
    if (said) return said;
    const full = fullness[i] ?? 0;
    if (sections.length > 2 && i === 0 && full < middle * 0.8) return 'intro';
    if (sections.length > 2 && i === sections.length - 1 && full < middle * 0.9) return 'outro';
    if (full < middle * 0.5) return 'break';
    return sections.length > 1 && most > middle * 1.1 && full >= most * 0.95 ? 'chorus' : 'verse';
  });
}
