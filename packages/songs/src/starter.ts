import { DRUM_NAMES, type DrumName, DRUMS, type ShelfFollower } from '@plucky/core/pattern';
import type { Id, ShelfPattern, Song } from '@plucky/core/song';
import { barTicks, type Grid, gridTicks, type Meter, meter } from '@plucky/core/time';
import { notes, placesIn, row } from './notation.ts';

interface Common {
  readonly name: string;
  /** Beats and unit, as in 7/8; 4/4 unless said otherwise. */
  readonly meter?: string;
  /** Quarter notes a minute. */
  readonly tempo: number;
  /** The trade's word for how it goes. */
  readonly style: string;
  /** Percent on pairs of 16ths unless said otherwise. */
  readonly swing?: number;
  readonly swingUnit?: 8 | 16;
}

type DrumLines = Readonly<Partial<Record<DrumName, string>>>;
type Named<T> = T & { readonly name: string };

/** A groove in drum notation, as `starters/grooves.json` holds it. */
export interface GrooveText extends Common {
  /** A line for each drum; `grid` steps to a quarter note. */
  readonly rows: DrumLines;
  /** Places with an accent, as `x`. */
  readonly accents?: string;
  /** Rows that are struck late or, below 0, early, in ms. */
  readonly late?: Readonly<Partial<Record<DrumName, number>>>;
  /** The rows that its variation plays otherwise, and the last beats with a fill, all of whose rows are said. */
  readonly variation: Named<{ readonly rows: DrumLines }>;
  readonly fill: Named<{ readonly rows: DrumLines }>;
  readonly grid?: Grid;
  /** Rows on another grid than the others. */
  readonly grids?: Readonly<Partial<Record<DrumName, Grid>>>;
}

/** A line of notes, as `starters/lines.json` holds it. */
export interface LineText extends Common {
  readonly bars: number;
  /** `[step, semitones above the tonic, steps long, 1 to 9]` on a grid of 16ths. */
  readonly notes: NoteList;
  /** The same line otherwise, and its last steps with a fill. */
  readonly variation: Named<{ readonly notes: NoteList }>;
  readonly fill: Named<{ readonly steps: number; readonly notes: NoteList }>;
}

type NoteList = readonly (readonly [number, number, number, number])[];

/** A pattern on every shelf, its style, and the patterns that follow it in a song that begins with it. */
export interface Starter {
  readonly style: string;
  readonly pattern: ShelfPattern;
  readonly followers: readonly ShelfFollower[];
}

function meterOf({ meter: text = '4/4' }: Common): Meter {
  const [beats = 0, unit = 0] = text.split('/').map(Number);
  return meter(beats, unit as Meter['unit']);
}

function swingOf({ swing = 50, swingUnit = 16 }: Common): Song['swing'] {
  return { amount: swing, unit: swingUnit };
}

/** A groove with its variation and its fill from their lines. */
export function grooveStarter({ variation, fill, ...text }: GrooveText): Starter {
  const rest = { ...text, accents: '' };
  return {
    style: text.style,
    pattern: groove(text),
    followers: [
      {
        role: 'variation',
        pattern: groove({ ...text, name: variation.name, rows: { ...text.rows, ...variation.rows } }),
      },
      { role: 'fill', pattern: groove({ ...rest, ...fill }) },
    ],
  };
}

/** A line of notes with its variation and its fill. */
export function lineStarter({ variation, fill, ...text }: LineText): Starter {
  return {
    style: text.style,
    pattern: line(text),
    followers: [
      { role: 'variation', pattern: line({ ...text, ...variation }) },
      {
        role: 'fill',
        pattern: {
          ...line({ ...text, name: fill.name, notes: fill.notes }),
          length: fill.steps * gridTicks(4),
        },
      },
    ],
  };
}

/** A drum pattern for the shelf from its lines. Its length is that of its longest line. */
function groove({
  rows,
  grid = 4,
  grids = {},
  late = {},
  accents = '',
  ...common
}: Omit<GrooveText, 'variation' | 'fill'>): ShelfPattern {
  const names = DRUM_NAMES.filter((name) => rows[name] !== undefined);
  const gridFor = (name: DrumName) => grids[name] ?? grid;
  const steps = (name: DrumName) => (rows[name] ?? '').replace(/[\s|]/g, '').length;
  return {
    name: common.name,
    type: 'drums',
    length: Math.max(...names.map((name) => steps(name) * gridTicks(gridFor(name)))),
    meter: meterOf(common),
    swing: swingOf(common),
    tonic: 'C',
    tempo: common.tempo,
    voices: names.map((id) => ({ id, name: DRUMS[id].name, family: DRUMS[id].family, note: DRUMS[id].note })),
    hits: Object.assign(
      {},
      ...names.map((name) => row(name, rows[name] ?? '', gridFor(name), late[name])),
    ) as ShelfPattern['hits'],
    grids: Object.fromEntries(
      names.flatMap((name) => (gridFor(name) === 4 ? [] : [[name as Id, gridFor(name)]])),
    ),
    accents: placesIn(accents, grid).map((at) => ({ at })),
  };
}

/** The note that lines of notes are written around: C2. */
const LOW_C = 36;

/** A note pattern for the shelf, written from C. */
function line({ notes: list, bars, ...common }: Omit<LineText, 'variation' | 'fill'>): ShelfPattern {
  const counted = meterOf(common);
  return {
    name: common.name,
    type: 'notes',
    length: bars * barTicks(counted),
    meter: counted,
    swing: swingOf(common),
    tonic: 'C',
    tempo: common.tempo,
    voices: [{ id: 'bass', name: 'Bass', family: 'note', note: LOW_C }],
    hits: notes('bass', list),
    grids: {},
    accents: [],
  };
}
