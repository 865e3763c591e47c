import type { Family } from '@plucky/core/song';

export type Mode = 'light' | 'dark';

/** The colours of the page; dark ones keep 4.5:1 for text on the page. */
export const TOKENS = {
  light: {
    paper: '#FAF5EC',
    page: '#FFFDF8',
    sunk: '#F3ECDF',
    line: '#E3D8C6',
    strong: '#CFC1AA',
    ink: '#262030',
    soft: '#5D5466',
    faint: '#736A77',
    plum: '#6D2E5F',
    'on-plum': '#FFFDF8',
    wash: '#F3E4EE',
    good: '#2B6B3F',
    warn: '#8F4E00',
    fill: '#FBEBDD',
    build: '#EBE4F2',
    chorus: '#E0EEE9',
    kick: '#3A3350',
    snare: '#C8414F',
    hat: '#1E7480',
    tom: '#B26A00',
    cymbal: '#57742F',
    percussion: '#7A56B3',
    note: '#3A3350',
  },
  dark: {
    paper: '#1B1822',
    page: '#25212E',
    sunk: '#15121B',
    line: '#3A3444',
    strong: '#544C60',
    ink: '#EFE9DF',
    soft: '#BDB3C4',
    faint: '#A297AA',
    plum: '#D79BC8',
    'on-plum': '#1B1822',
    wash: '#3B2738',
    good: '#8CCBA0',
    warn: '#E5AE62',
    fill: '#3A2C24',
    build: '#322A42',
    chorus: '#1F3532',
    kick: '#B4A9DA',
    snare: '#F08C96',
    hat: '#66BECB',
    tom: '#E3A54A',
    cymbal: '#A3C475',
    percussion: '#BFA2EC',
    note: '#B4A9DA',
  },
} as const satisfies Record<Mode, Record<string, string>>;

export type Token = keyof (typeof TOKENS)['light'];

/** The CSS variable that holds a colour. */
export function color(token: Token): string {
  return `var(--${token})`;
}

export function familyColor(family: Family): string {
  return color(family);
}

export const SERIF = '"Fraunces Variable", Georgia, serif';
export const SANS = '"Figtree Variable", "Segoe UI", sans-serif';
export const MONO = '"Spline Sans Mono Variable", ui-monospace, monospace';

/** The sizes of text by what they are for, in px. */
export const TEXT = {
  /** Marks in a picture, and the words on them. */
  tiny: 12,
  /** Explanation under a choice. */
  fine: 12,
  /** Labels over a group, and figures beside a name. */
  small: 12,
  /** Note beside or under something. */
  note: 12.5,
  plain: 13,
  /** Buttons. */
  control: 13.5,
  /** Fields. */
  field: 14,
  /** A name in a list, in a panel, and over one. */
  name: 15,
  title: 18,
  panel: 19,
  heading: 20,
  room: 21,
  page: 30,
} as const;

/** The thin outline of what another window works on. */
export const OTHERS_HERE = { outline: `1px dotted ${color('ink')}`, outlineOffset: '-3px' };
