import {
  buildPattern,
  changeBuild,
  dropOutPattern,
  endingPattern,
  makeByHand,
  makeFill,
  straight,
  USUAL_BUILD,
  USUAL_FILL,
} from '../../make/index.ts';
import {
  type BuildRecipe,
  MADE,
  type Outcome,
  type Pattern,
  type Refusal,
  SPEEDS,
  UNDERS,
} from '../../song/index.ts';
import type { Edits } from './roll.ts';

/** A build-up of one to four bars that the dice name, with anything moving. */
function buildFromDice(row: string, a: number, b: number): BuildRecipe {
  const curve = straight(a % 128, b % 128, (a % 201) - 100);
  return {
    ...USUAL_BUILD,
    voice: row,
    second: null,
    lasts: 3840 * (1 + (a % 4)),
    speed: SPEEDS[b % SPEEDS.length] ?? 'steady',
    rate: { from: 1 + (a % 3), to: 1 + (b % 12) },
    silence: (b % 3) * 480,
    pitch: a % 2 ? straight((a % 49) - 24, (b % 49) - 24) : null,
    filter: b % 2 ? curve : null,
    level: a % 3 ? curve : null,
    under: UNDERS[a % UNDERS.length] ?? 'nothing',
  };
}

const placed = (label: string, made: Pattern | Refusal): Outcome =>
  'reason' in made ? made : { label, put: [made], remove: [] };

/** The edits of the room `make`. */
export const MAKE_EDITS: Edits = {
  buildPattern: ({ document, index, id, row, a, b }) => {
    if (index.pattern(`u${a}`)) return null;
    const made = buildPattern(document, id, buildFromDice(row, a, b), `u${a}`, 'Built');
    return placed('build', made);
  },
  dropOutPattern: ({ document, index, id, row, a, b }) => {
    if (index.pattern(`e${a}`)) return null;
    const leaves = a % 2 ? { pulseOn: row, velocity: 80 } : { without: [row] };
    const made = dropOutPattern(
      document,
      id,
      { last: 960 * (1 + (b % 8)), leaves, pickUp: null },
      `e${a}`,
      'End',
    );
    return placed('drop-out', made);
  },
  makeFill: ({ document, index, id, a, b }) =>
    index.pattern(`f${b}`)
      ? null
      : makeFill(
          document,
          id,
          { ...USUAL_FILL, made: MADE[a % 2] ?? 'by cells', takeOver: 960 * (1 + (b % 4)), seed: a },
          `f${b}`,
          'Fill',
        ),
  endingPattern: ({ document, index, id, row, a, b }) => {
    if (index.pattern(`end${a}`)) return null;
    const stop = a % 3 ? { before: 240 * (b % 4), voices: [row], velocity: 1 + (a % 127) } : null;
    const made = endingPattern(
      document,
      id,
      { last: 960 * (1 + (b % 8)), stop, slows: null },
      `end${a}`,
      'Ending',
    );
    return placed('ending', made);
  },
  makeByHand: ({ document, index, id, a, b }) =>
    index.pattern(`hand${a}`)
      ? null
      : makeByHand(document, id, 960 * (1 + (b % 4)), b % 2 === 0, `hand${a}`, 'By hand'),
  changeBuild: ({ document, patterns, id, row, a, b }) => {
    const build = patterns.find(({ builtBy }) => builtBy);
    const [groove, which] = [build?.parent ?? id, build?.id ?? 'none'];
    return changeBuild(document, groove, which, buildFromDice(row, a, b), 'Build', a % 2 === 0);
  },
};
