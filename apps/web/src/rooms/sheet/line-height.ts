import type { LineOfSheet } from './sheet-lines.ts';
import { LINE } from './Stanza.tsx';

/** Height of a line with its foot, in px. */
export function heightOfLine(lines: readonly LineOfSheet[], at: number): number {
  const [line, next] = [lines[at], lines[at + 1]];
  const below = LINE.gap + (next?.place === line?.place ? 0 : LINE.stanza);
  return line?.isOnly ? Math.max(LINE.only, LINE.height + below) : LINE.height + below;
}
