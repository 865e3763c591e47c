import { type BarMeter, beatTicks } from '../../time/index.ts';
import { type Division, divisionFor, divisionOfHeld, isOnLine, onLine } from './beat-grid.ts';

/** Notes that sound together at a place of a bar, in ticks from its start, held until `to`, which may lie in a later bar. */
export interface Onset<N> {
  readonly at: number;
  readonly to: number;
  readonly notes: readonly N[];
  /** True for strokes that may need a finer division than others are written in. */
  readonly isFast?: boolean;
}

/** Notes that are written elsewhere than they are, on no line of any division: by so many ticks. */
export interface Moved<N> {
  readonly at: number;
  readonly by: number;
  readonly notes: readonly N[];
}

/** A value as it is written: one of a whole note's `base` parts, with dots, in a tuplet or not. */
export interface Value {
  /** 1 whole, 2 half, 4 quarter … 128. */
  readonly base: number;
  readonly dots: 0 | 1 | 2;
  readonly tuplet: Division | null;
}

/** A note, chord or (without notes) rest of a bar, in the units that `UNITS` are to a quarter note. */
export interface Written<N> {
  /** From the start of the bar. */
  readonly at: number;
  readonly length: number;
  readonly value: Value;
  readonly notes: readonly N[];
  /** True for a tied element: it goes on from the one before, or into the next. */
  readonly isTied: boolean;
  readonly ties: boolean;
  /** The beat that it begins in, from 0. */
  readonly beat: number;
}

/** Units to a quarter note: all divisions down to sevenths and 32nds of an eighth's beat are whole numbers of them. */
export const UNITS = 6720;

/** Lengths of parts of a beat that one value can be, from the longest on: with their dots. */
const SINGLE: readonly (readonly [parts: number, dots: 0 | 1 | 2])[] = [
  [8, 0],
  [7, 2],
  [6, 1],
  [4, 0],
  [3, 1],
  [2, 0],
  [1, 0],
];

/** Largest lead of a note on the next beat, as so many parts of a beat: half of the finest written value. */
const EARLY = 16;

/** A piece of a beat before it is given a value: from one line of its division to another. */
interface Piece<N> {
  readonly from: number;
  readonly to: number;
  readonly notes: readonly N[];
  readonly isTied: boolean;
  readonly ties: boolean;
}

/**
 * Writes a voice of a bar: every beat in the plainest division that holds what begins in it, with rests where nothing sounds.
 * What is `struck` (drums) lasts to the next stroke of its beat at the most, other notes as long as they sound, tied over
 * beats; beats that one note or rest fills are one value where the meter lets them.
 */
export function writeVoice<N>(
  onsets: readonly Onset<N>[],
  meter: BarMeter,
  bar: number,
  how: 'struck' | 'held',
): { readonly written: readonly Written<N>[]; readonly moved: readonly Moved<N>[] } {
  const beat = beatTicks(meter);
  const beats = Math.max(1, Math.ceil(bar / beat));
  const unitsOfBeat = (UNITS * 4) / meter.unit;
  const out: Written<N>[] = [];
  const moved: Moved<N>[] = [];
  for (let i = 0; i < beats; i++) {
    const start = i * beat;
    const inBeat = onsets.filter(({ at }) => Math.min(beats - 1, beatIn(at, beat)) === i);
    const ends = how === 'held' ? onsets.filter(({ to }) => to > start && to < start + beat) : [];
    const share = (tick: number) => (tick - start) / beat;
    const places = inBeat.map(({ at }) => share(at));
    const isFast = inBeat.some((one) => one.isFast);
    const division =
      how === 'held'
        ? divisionOfHeld(
            places,
            ends.map(({ to }) => share(to)),
            meter.unit >= 8 ? 2 : 4,
            isFast,
          )
        : divisionFor(places, isFast);
    for (const { at, notes } of inBeat) {
      const by = Math.round(start + (onLine(share(at), division) / division.parts) * beat) - at;
      if (!isOnLine(share(at), division)) moved.push({ at, by, notes });
    }
    const before =
      how === 'held'
        ? onsets.findLast(({ at, to }) => Math.min(beats - 1, beatIn(at, beat)) < i && to > start)
        : undefined;
    for (const piece of piecesOf(inBeat, before, division, share, how))
      for (const value of valuesOf(piece, division, meter.unit)) {
        const unit = unitsOfBeat / division.parts;
        const [at, end] = [value.from, value.from + value.parts].map((line) =>
          Math.round(i * unitsOfBeat + line * unit),
        );
        if (at !== undefined && end !== undefined) out.push({ ...value, at, length: end - at, beat: i });
      }
  }
  return { written: joined(out, meter, unitsOfBeat), moved };
}

/** The beat, from 0, that a place of a bar is written in; a note hardly before a beat belongs to it. In ticks. */
export function beatIn(at: number, beat: number): number {
  return Math.floor(at / beat + (at < 0 ? 0 : 1 / EARLY));
}

function piecesOf<N>(
  onsets: readonly Onset<N>[],
  before: Onset<N> | undefined,
  division: Division,
  share: (tick: number) => number,
  how: 'struck' | 'held',
): Piece<N>[] {
  const { parts } = division;
  const lines = new Map<number, { notes: N[]; to: number }>();
  for (const { at, to, notes } of onsets) {
    const line = onLine(share(at), division);
    const there = lines.get(line) ?? { notes: [], to: 0 };
    there.notes.push(...notes);
    there.to = Math.max(there.to, to);
    lines.set(line, there);
  }
  const starts = [...lines.keys()].sort((a, b) => a - b);
  const endOf = (to: number, from: number) => {
    const at = share(to);
    return at >= 1 ? parts : Math.max(from + 1, Math.round(at * parts));
  };
  const out: Piece<N>[] = [];
  const rest = (from: number, to: number) => {
    if (to > from) out.push({ from, to, notes: [], isTied: false, ties: false });
  };
  const first = starts[0] ?? parts;
  let at = 0;
  if (before && first > 0) {
    const to = Math.min(first, endOf(before.to, 0));
    out.push({ from: 0, to, notes: before.notes, isTied: true, ties: to === parts && share(before.to) > 1 });
    at = to;
  }
  rest(at, first);
  for (const [i, from] of starts.entries()) {
    const next = starts[i + 1] ?? parts;
    const { notes = [], to = 0 } = lines.get(from) ?? {};
    const end = how === 'struck' ? next : Math.min(next, endOf(to, from));
    out.push({ from, to: end, notes, isTied: false, ties: how === 'held' && end === parts && share(to) > 1 });
    rest(end, next);
  }
  return out;
}

/** A piece as values that are each one sign: what one does not hold is tied on, or of a rest another rest. */
function valuesOf<N>({ from, to, notes, isTied, ties }: Piece<N>, division: Division, unit: number) {
  const base = unit * division.written;
  const tuplet = division.parts === division.written ? null : division;
  const sounds = notes.length > 0;
  const out: (Omit<Written<N>, 'at' | 'length' | 'beat'> & {
    readonly from: number;
    readonly parts: number;
  })[] = [];
  let at = from;
  while (at < to) {
    const [parts, dots] = SINGLE.find(([one]) => one <= to - at) ?? [1, 0];
    const whole = dots === 0 ? parts : dots === 1 ? (parts * 2) / 3 : (parts * 4) / 7;
    out.push({
      from: at,
      parts,
      value: { base: base / whole, dots, tuplet },
      notes,
      isTied: sounds && (isTied || at > from),
      ties: sounds && (ties || at + parts < to),
    });
    at += parts;
  }
  return out;
}

/**
 * Beats that are filled one after another by the same note, or by rests, as one value: two or four from an even beat on, or three
 * that are a bar.
 */
function joined<N>(written: readonly Written<N>[], { unit, beats }: BarMeter, beat: number): Written<N>[] {
  const isWhole = (one: Written<N>) => one.length === beat && one.at === one.beat * beat;
  const goesOn = (one: Written<N>, next: Written<N>) =>
    isWhole(one) && isWhole(next) && (one.notes.length ? one.ties && next.isTied : !next.notes.length);
  /** Number of beats with the same filling from an element on. */
  const runFrom = (from: number) => {
    let count = 1;
    for (;;) {
      const [one, next] = [written[from + count - 1], written[from + count]];
      if (!one || !next || !goesOn(one, next)) return count;
      count++;
    }
  };
  const out: Written<N>[] = [];
  for (let i = 0; i < written.length;) {
    const one = written[i];
    if (!one) break;
    const run = runFrom(i);
    const most = [4, 3, 2].find((n) => n <= run && one.beat % (n === 3 ? beats : n) === 0) ?? 1;
    const last = written[i + most - 1] ?? one;
    const dots = most === 3 ? 1 : 0;
    const base = unit / (most === 3 ? 2 : most);
    if (most === 1) out.push(one);
    else out.push({ ...one, length: beat * most, value: { base, dots, tuplet: null }, ties: last.ties });
    i += most;
  }
  return out;
}
