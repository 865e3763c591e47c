/** Heights and widths of the parts of the rows, in px. */
export const RULER = 36;
export const ACCENTS = 28;
export const REFERENCE = 34;
export const PAD = 12;
export const LABELS = 158;
/** The line for the rows that are folded away. */
export const FOLD_LINE = 30;
/** Rows of one height, where none stands out: as the frame has room. */
const [SMALLEST_ROW, LARGEST_ROW] = [25, 49];
/** Rows that play, so that velocities can be read, and those beside them that are silent. */
const [SMALLEST_TALL, LARGEST_TALL, SMALL] = [56, 72, 34];
/** The narrowest a quarter note is drawn; longer patterns scroll. */
const NARROWEST_QUARTER = 38;
/** Share of a row's height that a stem of full velocity takes, or all but so much of it where that is more, in px. */
const [SHARE, ABOVE_STEM] = [0.56, 22];

/** Layout of the rows, in px. */
export interface Layout {
  /** Top of each row that is shown, from the top of the rows, and at last the lower edge of all. */
  readonly tops: readonly number[];
  readonly width: number;
  readonly xOf: (tick: number) => number;
  readonly tickOf: (x: number) => number;
}

/**
 * Lays rows of a pattern of `length` ticks out in a frame, `zoom` times as wide, with `lanes` px of lanes below them. A row is
 * tall or small; where none is tall all are alike.
 */
export function layOut(
  frame: { readonly width: number; readonly height: number },
  isTall: readonly boolean[],
  length: number,
  lanes: number,
  zoom = 1,
): Layout {
  const tops = topsOf(isTall, frame.height - RULER - lanes - 8);
  const width = zoom * Math.max(frame.width - LABELS - 4, (length / 960) * NARROWEST_QUARTER);
  const scale = (width - 2 * PAD) / length;
  return { tops, width, xOf: (tick) => PAD + tick * scale, tickOf: (x) => (x - PAD) / scale };
}

type Tops = Pick<Layout, 'tops'>;

function topsOf(isTall: readonly boolean[], room: number): readonly number[] {
  const tall = isTall.filter(Boolean).length;
  const held = (height: number, least: number, most: number) =>
    Math.max(least, Math.min(most, Math.floor(height)));
  const [heightOfTall, heightOfSmall] = tall
    ? [held((room - SMALL * (isTall.length - tall)) / tall, SMALLEST_TALL, LARGEST_TALL), SMALL]
    : [0, held(room / Math.max(1, isTall.length), SMALLEST_ROW, LARGEST_ROW)];
  const tops = [0];
  for (const one of isTall) tops.push((tops.at(-1) ?? 0) + (one ? heightOfTall : heightOfSmall));
  return tops;
}

/** Height of all rows together, in px. */
export function fullHeight({ tops }: Tops): number {
  return tops.at(-1) ?? 0;
}

/** Top of a row from the top of the rows, and its height, in px. */
export function topOf({ tops }: Tops, row: number): number {
  return tops[row] ?? 0;
}

export function heightOf({ tops }: Tops, row: number): number {
  return (tops[row + 1] ?? 0) - (tops[row] ?? 0);
}

/** The row at a distance from the top of the rows; -1 above or below them. */
export function rowAtHeight({ tops }: Tops, y: number): number {
  return y < 0 || y >= fullHeight({ tops }) ? -1 : tops.findLastIndex((top) => top <= y);
}

/** The line that the stems of a row stand on, from the top of the rows, in px. */
export function baseOf(layout: Tops, row: number): number {
  return topOf(layout, row + 1) - 1;
}

/** Room below the softest stem's head, and distance of stems from their row's lower edge, in px. */
const LEAST_STEM = 5;

function tallestStem(layout: Tops, row: number): number {
  const height = heightOf(layout, row);
  return Math.max(height * SHARE, height - ABOVE_STEM);
}

/** Height of the stem of a velocity (1..127) on a row, in px. */
export function stemHeight(layout: Tops, row: number, velocity: number): number {
  return LEAST_STEM + (velocity / 127) * (tallestStem(layout, row) - LEAST_STEM);
}

/** The velocity (1..127) whose stem is so tall on a row: the inverse of `stemHeight`. */
export function velocityAt(layout: Tops, row: number, height: number): number {
  const velocity = ((height - LEAST_STEM) / (tallestStem(layout, row) - LEAST_STEM)) * 127;
  return Math.min(127, Math.max(1, velocity));
}
