import { field, VELOCITY, type SowEntry } from './rule-entry.ts';

/** Rules that place hits on the chosen row. */
export const SOW_RULES: readonly SowEntry[] = [
  {
    kind: 'sow',
    title: 'Every so many steps',
    about: 'of the row’s grid, from an offset',
    fields: [field('steps', 'Every', 1, 16, 2, 'steps'), field('offset', 'From step', 0, 15, 0), VELOCITY],
    make: ({ grid, at }) => ({ rule: 'every', grid, steps: at('steps'), offset: at('offset') }),
  },
  { kind: 'sow', title: 'On the beats', about: '', fields: [VELOCITY], make: () => ({ rule: 'on beats' }) },
  {
    kind: 'sow',
    title: 'Between the beats',
    about: 'half-way from beat to beat',
    fields: [VELOCITY],
    make: () => ({ rule: 'between beats' }),
  },
  {
    kind: 'sow',
    title: 'Spread evenly',
    about: 'a number of hits over a number of steps, turned',
    fields: [
      field('hits', 'Hits', 1, 16, 5),
      field('steps', 'Over', 2, 32, 16, 'steps'),
      field('rotation', 'Turned by', 0, 31, 0, 'steps'),
      VELOCITY,
    ],
    make: ({ grid, at }) => ({
      rule: 'spread',
      grid,
      hits: Math.min(at('hits'), at('steps')),
      steps: at('steps'),
      rotation: at('rotation'),
    }),
  },
  {
    kind: 'sow',
    title: 'By chance',
    about: 'strong places preferred as much as you like',
    random: true,
    fields: [
      field('percent', 'Chance', 5, 100, 40, '%'),
      field('bias', 'Strong places first', 0, 100, 60, '%'),
      VELOCITY,
    ],
    make: ({ grid, at, seed }) => ({ rule: 'chance', grid, percent: at('percent'), bias: at('bias'), seed }),
  },
];
