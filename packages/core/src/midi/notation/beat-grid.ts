/** Division of a beat: into `parts`, written as if there were `written` of them. */
export interface Division {
  readonly parts: number;
  readonly written: number;
}

/** Divisions from the plainest on; those that are no power of two are written as tuplets. */
const DIVISIONS: readonly Division[] = [
  { parts: 1, written: 1 },
  { parts: 2, written: 2 },
  { parts: 4, written: 4 },
  { parts: 3, written: 2 },
  { parts: 6, written: 4 },
  { parts: 8, written: 8 },
  { parts: 5, written: 4 },
  { parts: 7, written: 4 },
  { parts: 12, written: 8 },
];

/** Largest distance of a stroke from a place that it belongs to, as a share of the beat: a 64th of a quarter's. */
const OFF = 1 / 64;

/** Strokes on no line of any division, such as ones that speed up, are written in eight parts, to the nearest. */
const NEAREST: Division = { parts: 8, written: 8 };

/** Numbers of parts of a beat from the plainest to read on. */
export const READABLE: readonly number[] = DIVISIONS.map(({ parts }) => parts);

/** Divisions beyond those, for fast strokes that are written out one by one: tuplets in the time of the power of two below. */
const FAST: readonly Division[] = Array.from({ length: 40 }, (_, i) => ({
  parts: i + 9,
  written: 2 ** Math.floor(Math.log2(i + 9)),
}));

/** True for a place (0..1) of a beat that stands on a line of a division. */
export function isOnLine(place: number, division: Division): boolean {
  const off = Math.min(OFF, 1 / (4 * division.parts));
  return Math.abs(place - onLine(place, division) / division.parts) <= off;
}

/**
 * The plainest division of a beat whose lines all places (0..1) stand on, else eight parts; `isFast` for strokes that may need
 * finer ones.
 * @example divisionFor([0, 1 / 3]) // => { parts: 3, written: 2 }
 */
export function divisionFor(places: readonly number[], isFast = false): Division {
  const fits = (division: Division) => places.every((place) => isOnLine(place, division));
  return DIVISIONS.find(fits) ?? (isFast ? FAST.find(fits) : undefined) ?? NEAREST;
}

/**
 * The division for a beat whose notes begin at some places (0..1) and end at others: that of the beginnings, divided in two or four
 * where ends need it; how long a note is held is not written finer, so that it can be read.
 */
export function divisionOfHeld(
  places: readonly number[],
  ends: readonly number[],
  finest: 2 | 4,
  isFast = false,
): Division {
  const division = divisionFor(places, isFast);
  if (division.parts > 2) return division;
  const parts = [1, 2, 4].find(
    (one) => one >= division.parts && (one === finest || ends.every((end) => isNear(end * one))),
  );
  return { parts: parts ?? division.parts, written: parts ?? division.parts };
}

/** Largest distance of a note's end from a line that it ends on, as a share of the part. */
const NEAR = 1 / 8;

function isNear(place: number): boolean {
  return Math.abs(place - Math.round(place)) <= NEAR;
}

/** The line of a division that a place (0..1) stands on, from 0; what is nearest to the next beat stays on the last one. */
export function onLine(place: number, { parts }: Division): number {
  return Math.min(parts - 1, Math.max(0, Math.round(place * parts)));
}
