/** Heights and widths of the parts of the rows, in px. */
export const RULER = 36;
export const ACCENTS = 28;
export const REFERENCE = 34;
export const PAD = 12;
export const LABELS = 158;
const SMALLEST_ROW = 25;
const LARGEST_ROW = 49;
/** The narrowest a quarter note is drawn; longer patterns scroll. */
const NARROWEST_QUARTER = 38;
/** Share of a row's height that a stem of full velocity takes. */
const TALL = 0.56;

/** Layout of the rows, in px. */
export interface Layout {
  readonly rowHeight: number;
  readonly width: number;
  readonly xOf: (tick: number) => number;
  readonly tickOf: (x: number) => number;
}

/**
 * Lays rows of a pattern of `length` ticks out in a frame, `zoom` times as wide, with `lanes` px of lanes below them.
 */
export function layOut(
  frame: { readonly width: number; readonly height: number },
  rows: number,
  length: number,
  lanes: number,
  zoom = 1,
): Layout {
  const room = Math.floor((frame.height - RULER - lanes - 8) / Math.max(1, rows));
  const rowHeight = Math.max(SMALLEST_ROW, Math.min(LARGEST_ROW, room));
  const width = zoom * Math.max(frame.width - LABELS - 4, (length / 960) * NARROWEST_QUARTER);
  const scale = (width - 2 * PAD) / length;
  return { rowHeight, width, xOf: (tick) => PAD + tick * scale, tickOf: (x) => (x - PAD) / scale };
}

/** The line that the stems of a row stand on, from the top of the rows, in px. */
export function baseOf({ rowHeight }: Pick<Layout, 'rowHeight'>, row: number): number {
  return (row + 1) * rowHeight - 1;
}

/** Room below the softest stem's head, and distance of stems from their row's lower edge, in px. */
const LEAST_STEM = 5;

/** Height of the stem of a velocity (1..127), in px. */
export function stemHeight({ rowHeight }: Pick<Layout, 'rowHeight'>, velocity: number): number {
  return LEAST_STEM + (velocity / 127) * (rowHeight * TALL - LEAST_STEM);
}

/** The velocity (1..127) whose stem is so tall: the inverse of `stemHeight`. */
export function velocityAt({ rowHeight }: Pick<Layout, 'rowHeight'>, height: number): number {
  const velocity = ((height - LEAST_STEM) / (rowHeight * TALL - LEAST_STEM)) * 127;
  return Math.min(127, Math.max(1, velocity));
}
