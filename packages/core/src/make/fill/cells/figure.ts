import type { AccentShape, Figure } from '../../../song/index.ts';

/** A step of a figure: a hand, the foot, or a rest. */
export type Step = 'R' | 'L' | 'F' | '.';

/** Stickings as the trade's rudiments have them, gone round for as many steps as a cell has. */
const ROUND: Readonly<Record<Exclude<Figure, 'linear'>, string>> = {
  single: 'RL',
  double: 'RRLL',
  paradiddle: 'RLRRLRLL',
  'six-stroke': 'RLLRRL',
  'flam tap': 'RRLL',
  'stroke and rest': 'R.',
};

/** Hands and foot in turn, never together: hand-hand-foot and its longer kin, by the number of steps. */
const LINEAR: Readonly<Record<number, readonly string[]>> = {
  2: ['RF'],
  3: ['RLF', 'RFF'],
  4: ['RLRF', 'RLFF'],
  5: ['RLRLF', 'RLRFF', 'RLFRF'],
  6: ['RLRLFF', 'RLFRLF'],
  7: ['RLRLRFF', 'RLFRLFF'],
};

/** The steps of a figure over a cell of `steps` (2 to 7); `turn` says which of several it is, from 0. */
export function stepsOf(figure: Figure, steps: number, turn = 0): Step[] {
  if (figure === 'linear') {
    const kinds = LINEAR[steps] ?? [];
    return Array.from(kinds[turn % Math.max(1, kinds.length)] ?? 'R'.padEnd(steps, '.')) as Step[];
  }
  const round = ROUND[figure];
  return Array.from({ length: steps }, (_, i) => round.charAt(i % round.length) as Step);
}

/** True for a figure whose unaccented strokes are ghost notes on the snare. */
export function hasGhosts(figure: Figure): boolean {
  return figure === 'double' || figure === 'paradiddle' || figure === 'six-stroke';
}

/** True for a step that begins a pair with a flam. */
export function isFlam(figure: Figure, step: number): boolean {
  return figure === 'flam tap' && step % 2 === 0;
}

/** Which steps of a figure stand out; `strong` are those on which the groove has its kick or its backbeat. */
export function accentsOf(
  figure: Figure,
  shape: AccentShape,
  steps: readonly Step[],
  strong: ReadonlySet<number>,
): ReadonlySet<number> {
  const hands = steps.flatMap((step, i) => (step === 'R' || step === 'L' ? [i] : []));
  const [first = 0] = hands;
  switch (shape) {
    case 'first':
      // A six-stroke has its two accents at its ends.
      return new Set(figure === 'six-stroke' ? [first, hands.at(-1) ?? first] : [first]);
    case 'second':
      return new Set([hands[1] ?? first]);
    case 'last':
      return new Set([hands.at(-1) ?? first]);
    case 'rising':
      return new Set(hands);
    case 'groove': {
      const met = hands.filter((step) => strong.has(step));
      return new Set(met.length ? met : [first]);
    }
  }
}
