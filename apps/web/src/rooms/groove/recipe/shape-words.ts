import type { Id, Shape } from '@plucky/core';
import type { PatternView } from '../pattern-view.ts';

type Named<R extends Shape['rule']> = Extract<Shape, { readonly rule: R }>;
type Row = (voice: Id) => string;

/** What a rule does, of the rows that it is about. */
const WORDS: { readonly [R in Shape['rule']]: (shape: Named<R>, rows: string, row: Row) => string } = {
  silence: (_, rows) => `${rows} silent over a stretch`,
  keep: (_, rows) => `only ${rows.toLowerCase()}`,
  revoice: ({ voice, onto }, _, row) => `${row(voice)} played on ${row(onto).toLowerCase()}`,
  pulse: ({ voice }, _, row) => `only the pulse, on ${row(voice).toLowerCase()}`,
  'pick up': ({ voice, hits }, _, row) =>
    `${row(voice)}: ${hits === 1 ? 'one hit' : `${hits} hits`} before the turn`,
  thin: ({ keep }, rows) => `${rows} thinned to ${keep} %`,
  thicken: ({ fill }, rows) => `${rows} thickened to ${fill} %`,
  shift: ({ steps }, rows) => `${rows} shifted by ${steps}`,
  reverse: (_, rows) => `${rows} backwards`,
  'half time': (_, rows) => `${rows} in half time`,
  'double time': (_, rows) => `${rows} in double time`,
  ghosts: ({ voice }, _, row) => `ghost notes, ${row(voice).toLowerCase()}`,
  'strong and weak': (_, rows) => `${rows} strong and weak`,
  ramp: ({ start, end }, rows) => `${rows} from velocity ${start} to ${end}`,
  scale: ({ percent }, rows) => `${rows} at ${percent} % velocity`,
  compress: ({ percent }, rows) => `${rows} evened out by ${percent} %`,
  vary: ({ by }, rows) => `${rows} varied by ${by}`,
  quantise: ({ strength }, rows) => `${rows} quantised by ${strength} %`,
  'roll into': (_, rows) => `rolls into strong hits, ${rows.toLowerCase()}`,
  'turn around': ({ beats }, rows) => `${rows}: last ${beats === 1 ? 'beat' : `${beats} beats`} turned round`,
};

/** What a kept rule does, for the list of a pattern's own changes. */
export function shapeWords(shape: Shape, view: PatternView): string {
  const row: Row = (voice) => view.rows.find((one) => one.voice.id === voice)?.name ?? 'a row';
  const voices = 'voices' in shape ? shape.voices : [];
  const rows =
    voices === null ? 'All rows' : voices.length > 2 ? `${voices.length} rows` : voices.map(row).join(', ');
  // The table gives each rule its own kind of shape, which the compiler cannot see through the union.
  const words = WORDS[shape.rule] as (shape: Shape, rows: string, row: Row) => string;
  const text = words(shape, rows, row);
  return text.charAt(0).toUpperCase() + text.slice(1);
}
