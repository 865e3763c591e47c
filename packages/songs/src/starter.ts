import { DRUM_NAMES, type DrumName, DRUMS } from '@plucky/core/pattern';
import type { Id, ShelfPattern, Song } from '@plucky/core/song';
import { barTicks, type Grid, gridTicks, type Meter, meter } from '@plucky/core/time';
import { notes, row } from './notation.ts';

interface Common {
  readonly name: string;
  /** Beats and unit, as in 7/8; 4/4 unless said otherwise. */
  readonly meter?: string;
  /** Quarter notes a minute. */
  readonly tempo: number;
  /** Percent on pairs of 16ths unless said otherwise. */
  readonly swing?: number;
  readonly swingUnit?: 8 | 16;
}

/** A groove in drum notation, as `starters/grooves.json` holds it. */
export interface GrooveText extends Common {
  /** A line for each drum; `grid` steps to a quarter note. */
  readonly rows: Readonly<Partial<Record<DrumName, string>>>;
  readonly grid?: Grid;
  /** Rows on another grid than the others. */
  readonly grids?: Readonly<Partial<Record<DrumName, Grid>>>;
}

/** A line of notes, as `starters/lines.json` holds it. */
export interface LineText extends Common {
  readonly bars: number;
  /** `[step, semitones above the tonic, steps long, 1 to 9]` on a grid of 16ths. */
  readonly notes: readonly (readonly [number, number, number, number])[];
}

function meterOf({ meter: text = '4/4' }: Common): Meter {
  const [beats = 0, unit = 0] = text.split('/').map(Number);
  return meter(beats, unit as Meter['unit']);
}

function swingOf({ swing = 50, swingUnit = 16 }: Common): Song['swing'] {
  return { amount: swing, unit: swingUnit };
}

/** A drum pattern for the shelf from its lines. Its length is that of its longest line. */
export function groove({ rows, grid = 4, grids = {}, ...common }: GrooveText): ShelfPattern {
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
      ...names.map((name) => row(name, rows[name] ?? '', gridFor(name))),
    ) as ShelfPattern['hits'],
    grids: Object.fromEntries(
      names.flatMap((name) => (gridFor(name) === 4 ? [] : [[name as Id, gridFor(name)]])),
    ),
    accents: [],
  };
}

/** The note that lines of notes are written around: C2. */
const LOW_C = 36;

/** A note pattern for the shelf, written from C. */
export function line({ notes: list, bars, ...common }: LineText): ShelfPattern {
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
