import type { ArrivedCue } from '../form/index.ts';
import { USUAL_METER } from '../midi/index.ts';
import { barTicks } from '../time/index.ts';
import type { ArrivedFile } from './arrived.ts';

/** The cues of a file with its marks, from the first beat of its song on, up to its end in ticks. */
export interface CueSheet {
  readonly cues: readonly ArrivedCue[];
  readonly marks: ArrivedFile['markers'];
  readonly end: number;
}

/** The cues of a file as a form: without a pick-up before its first mark, nor the bar that only its last stroke rings in. */
export function cueSheetOf({ cues, markers, bars, length }: ArrivedFile): CueSheet {
  const bar = barTicks(bars.at(-1)?.meter ?? USUAL_METER);
  const first = Math.min(Infinity, ...[...cues, ...markers].map(({ tick }) => tick));
  const lead = first < bar ? first : 0;
  const early = <T extends { readonly tick: number }>(one: T): T => ({ ...one, tick: one.tick - lead });
  const last = Math.max(0, ...cues.map((cue) => cue.tick + cue.length));
  const end = length - last <= bar ? last : length;
  return { cues: cues.map(early), marks: markers.map(early), end: end - lead };
}
