import { lengthName, type Meter } from '@plucky/core';
import { Select, type SelectProps } from './Select.tsx';

const NONE = 0;

/** Chooses a length, in ticks, told in bars and beats; the one that stands is always among those to choose. */
export function LengthSelect({
  lengths,
  value,
  meter,
  none,
  words = (ticks) => lengthName(ticks, meter),
  onChange,
  ...field
}: SelectProps & {
  lengths: readonly number[];
  value: number | null;
  meter: Meter;
  /** What no length is called, where that can be chosen. */
  none?: string;
  words?: (ticks: number) => string;
  onChange: (ticks: number | null) => void;
}) {
  const offered = [...new Set([...lengths, ...(value === null ? [] : [value])])].sort((a, b) => a - b);
  return (
    <Select
      {...field}
      value={value ?? NONE}
      options={[
        ...(none === undefined ? [] : [{ value: NONE, label: none }]),
        ...offered.map((ticks) => ({ value: ticks, label: words(ticks) })),
      ]}
      onChange={(ticks) => onChange(ticks === NONE ? null : ticks)}
    />
  );
}
