import type { DressFigures } from './dress.ts';
import type { DriveFigures } from './drive.ts';
import type { FillFigures, Span } from './fills.ts';
import { SPANS } from './fills.ts';
import type { PlayerFigures } from './player.ts';
import type { TurnFigures } from './turn-arounds.ts';

/** A figure that falls short, in words. */
export type Fault = string;

/** The faults of twelve fills. */
export function fillFaults(figures: FillFigures, span: Span): Fault[] {
  const { shown, rhythms, kinds, airy, alike, playable, refused, weakEnds, ghostly, flat, seams } = figures;
  return [
    ...(shown < 12 ? [`${shown} shown of 12`] : []),
    ...(rhythms < SPANS[span].least ? [`${rhythms} rhythms, at least ${SPANS[span].least}`] : []),
    ...(kinds < 6 ? [`${kinds} kinds, at least 6`] : []),
    ...(airy < shown / 4 || airy > shown / 2 ? [`${airy} of ${shown} hold air, a quarter to a half`] : []),
    ...(alike ? [`${alike} pairs too alike`] : []),
    ...(playable < 10 ? [`${playable} playable, at least 10`] : []),
    ...(refused ? [`${refused} passed that a strict check refuses`] : []),
    ...(weakEnds ? [`${weakEnds} end weaker than they were`] : []),
    ...(ghostly ? [`${ghostly} whisper into the downbeat`] : []),
    ...(flat > shown / 4 ? [`${flat} of ${shown} do not rise`] : []),
    ...(seams ? [`${seams} strike a drum twice at the seam`] : []),
  ];
}

/** The faults of the ends planned over many songs. */
export function dressFaults(all: readonly DressFigures[]): Fault[] {
  const sum = (figure: keyof DressFigures) => all.reduce((total, one) => total + one[figure], 0);
  const [strong, fills, drops] = [sum('strong'), sum('fills'), sum('drops')];
  return [
    ...(sum('emptied') ? [`${sum('emptied')} bars lose their only strokes`] : []),
    ...(fills + drops < 0.9 * strong
      ? [`${fills + drops} of ${strong} strong ends are fills or drop-outs`]
      : []),
    ...(fills < strong / 2 ? [`${fills} of ${strong} strong ends are fills`] : []),
    ...(sum('light') ? [`${sum('light')} turn-arounds at ends of sections`] : []),
    ...(sum('silent') ? [`${sum('silent')} bare ends do not say why`] : []),
  ];
}

/** The faults of a groove as a player plays it. */
export function playerFaults({ beyond, apart }: PlayerFigures): Fault[] {
  return [
    ...(beyond ? [`${beyond} strokes beyond the bounds`] : []),
    ...(apart ? [`${apart} strokes struck together are farther apart than 3 ms`] : []),
  ];
}

/** The faults of a groove at the top of drive. */
export function driveFaults({ walls, spread, doubled }: DriveFigures): Fault[] {
  return [
    ...(walls > 0 ? [`${walls} strokes more at 127`] : []),
    ...(spread < 0.5 ? [`${Math.round(100 * spread)} % of the spread is left`] : []),
    ...(doubled > 0 ? [`${doubled} pairs of one drum at one place`] : []),
  ];
}

/** The faults of the turn-arounds of a groove; one in 4/4 has at least eight. */
export function turnFaults(figures: TurnFigures, isInFour: boolean): Fault[] {
  const { different, lost, conflicts, outside, alike, kinds } = figures;
  return [
    ...(isInFour && different < 8 ? [`${different} turn-arounds, at least 8`] : []),
    ...(lost ? [`${lost} lose the backbeat or the first kick`] : []),
    ...(conflicts ? [`${conflicts} cannot be played`] : []),
    ...(outside ? [`${outside} change more than the last beats`] : []),
    ...(isInFour && alike ? [`${alike} pairs too alike`] : []),
    ...(isInFour && kinds < 4 ? [`${kinds} kinds of change, at least 4`] : []),
  ];
}
