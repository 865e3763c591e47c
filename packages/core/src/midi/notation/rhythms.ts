import { type BarMeter, beatTicks, groupedBy } from '../../time/index.ts';
import type { PlacedNote } from './bar-notes.ts';
import { type Division, divisionFor, isOnLine, READABLE } from './beat-grid.ts';
import { beatIn } from './write-voice.ts';

/** The most voices that hands, or feet, are written in. */
const MOST_VOICES = 3;

/** Strokes of one bar of which a beat can be written: how many would be moved, and whether nobody could read it. */
interface Fit {
  readonly moved: number;
  readonly isDense: boolean;
}

/**
 * The notes of a bar by voices, plain rhythms first: a row whose values clash with those before it (tuplets across straight ones,
 * fives across sixteenths) has a voice of its own, and so has what one row plays in two divisions of a beat.
 */
export function rhythmsOf(notes: readonly PlacedNote[], start: number, meter: BarMeter): PlacedNote[][] {
  const fitOf = (some: readonly PlacedNote[]): Fit => {
    const fits = beatsOf(some, start, meter).map(beatFit);
    return {
      moved: fits.reduce((sum, { moved }) => sum + moved, 0),
      isDense: fits.some((one) => one.isDense),
    };
  };
  const rows = [...groupedBy(notes, ({ note }) => note.voice).values()].flatMap((row) => {
    const { moved, isDense } = fitOf(row);
    return moved || isDense ? parted(row, start, meter) : [row];
  });
  const finest = (row: readonly PlacedNote[]) =>
    Math.max(...beatsOf(row, start, meter).map(({ division }) => READABLE.indexOf(division.parts)));
  const sorted = rows.map((row) => ({ row, finest: finest(row) })).sort((a, b) => a.finest - b.finest);
  const voices: PlacedNote[][] = [];
  for (const { row } of sorted) {
    const alone = fitOf(row);
    const shared = voices.find((voice) => {
      const [before, both] = [fitOf(voice), fitOf([...voice, ...row])];
      return both.moved <= before.moved + alone.moved && both.isDense === (before.isDense || alone.isDense);
    });
    if (shared ?? voices.length === MOST_VOICES) (shared ?? voices.at(-1))?.push(...row);
    else voices.push([...row]);
  }
  return voices.map((voice) => voice.sort((a, b) => a.at - b.at));
}

/** The notes of a beat, with their places in it as shares of the beat. */
interface Beat {
  readonly notes: readonly PlacedNote[];
  readonly places: readonly number[];
  readonly division: Division;
}

function beatsOf(notes: readonly PlacedNote[], start: number, meter: BarMeter): Beat[] {
  const beat = beatTicks(meter);
  return [...groupedBy(notes, ({ at }) => beatIn(at - start, beat))].map(([nth, some]) => {
    const places = some.map(({ at }) => (at - start) / beat - nth);
    const isFast = some.some(({ note }) => note.isFast);
    return { notes: some, places, division: divisionFor(places, isFast) };
  });
}

function beatFit({ places, division }: Beat): Fit {
  return {
    moved: places.filter((place) => !isOnLine(place, division)).length,
    isDense: division.parts === 12,
  };
}

/** A row in two, where each beat then stands on plain lines: those of the division that most of its strokes are on, and the rest. */
function parted(row: readonly PlacedNote[], start: number, meter: BarMeter): (readonly PlacedNote[])[] {
  const [most, rest]: [PlacedNote[], PlacedNote[]] = [[], []];
  for (const beat of beatsOf(row, start, meter)) {
    const { moved, isDense } = beatFit(beat);
    const on = (division: Division) => beat.notes.filter((_, i) => isOnLine(beat.places[i] ?? 0, division));
    const kept = moved || isDense ? mostOn(beat, on) : beat.notes;
    most.push(...kept);
    rest.push(...beat.notes.filter((one) => !kept.includes(one)));
  }
  const isPlain = [most, rest].every((part) =>
    beatsOf(part, start, meter).every((beat) => {
      const { moved, isDense } = beatFit(beat);
      return !moved && !isDense;
    }),
  );
  return isPlain && rest.length ? [most, rest] : [row];
}

/** The strokes of a beat on the lines of the plain division that holds most of them. */
function mostOn(beat: Beat, on: (division: Division) => readonly PlacedNote[]): readonly PlacedNote[] {
  let best: readonly PlacedNote[] = [];
  for (const place of beat.places)
    for (const other of beat.places) {
      const division = divisionFor([place, other]);
      const held = division.parts === 12 ? [] : on(division);
      if (held.length > best.length) best = held;
    }
  return best;
}
