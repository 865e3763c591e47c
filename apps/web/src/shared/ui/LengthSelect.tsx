import { lengthName, type Meter } from '@plucky/core/time';
import { type None, Select, type SelectProps } from './Select.tsx';

/** Chooses a length, in ticks, told in bars and beats; the one that stands is always among those to choose. */
export function LengthSelect({
  lengths,
  meter,
  ...field
}: SelectProps & {
  lengths: readonly number[];
  value: number | null;
  meter: Meter;
  none?: None | undefined;
  placeholder?: string;
  onChange: (ticks: number) => void;
}) {
  const { value } = field;
  const offered = [...new Set([...lengths, ...(value === null ? [] : [value])])].sort((a, b) => a - b);
  const options = offered.map((ticks) => ({ value: ticks, label: lengthName(ticks, meter) }));
  return <Select {...field} options={options} />;
}
