import type { Times } from '@plucky/core/song';
import { Select, type SelectProps } from './Select.tsx';

/** In which rounds something can be told to sound. */
const OFFERED: readonly (Times | undefined)[] = [
  undefined,
  'first',
  'last',
  { every: 2, from: 0 },
  { every: 2, from: 1 },
  { every: 3, from: 2 },
  { every: 4, from: 0 },
  { every: 4, from: 3 },
];

const ORDINALS = ['1st', '2nd', '3rd'];
const nth = (index: number) => ORDINALS[index] ?? `${index + 1}th`;

/** Rounds in words. */
export function timesWords(times: Times | null | undefined): string {
  if (!times) return 'every time';
  if (typeof times === 'string') return `the ${times} time only`;
  const every = `every ${nth(times.every - 1)} time`;
  return times.from === times.every - 1 ? every : `${every}, from the ${nth(times.from)}`;
}

/** Rounds in a few letters, for a picture. */
export function timesMark(times: Times): string {
  if (typeof times === 'string') return times === 'first' ? '1st' : 'last';
  return `${times.from + 1}/${times.every}`;
}

const keyOf = (times: Times | undefined) => JSON.stringify(times ?? null);

/** Chooses the rounds in which something sounds; a value that is not among the usual ones is offered beside them. */
export function TimesSelect({
  times,
  onChange,
  ...field
}: Omit<SelectProps, 'fullWidth'> & {
  /** Null where it differs among several. */
  times: Times | undefined | null;
  onChange: (times: Times | undefined) => void;
}) {
  const known = times === null || OFFERED.some((one) => keyOf(one) === keyOf(times));
  const offered = known ? OFFERED : [...OFFERED, times];
  return (
    <Select
      fullWidth
      value={times === null ? null : keyOf(times)}
      options={offered.map((one) => ({ value: keyOf(one), label: timesWords(one) }))}
      onChange={(key) => onChange(offered.find((one) => keyOf(one) === key))}
      {...field}
    />
  );
}
