import type { Pattern } from '@plucky/core';
import { type Option, Select, type SelectProps } from './Select.tsx';

const NONE = '';

/** Chooses a pattern; each stands under the one that it follows. */
export function PatternSelect({
  patterns,
  value,
  none,
  extra = [],
  onChange,
  ...field
}: SelectProps & {
  /** In the order of their families. */
  patterns: readonly { readonly pattern: Pattern; readonly depth: number }[];
  value: string | null;
  /** What no pattern is called, where that can be chosen. */
  none?: string;
  /** What else there is to choose. */
  extra?: readonly Option<string>[];
  onChange: (pattern: string | null) => void;
}) {
  const options = [
    ...(none === undefined ? [] : [{ value: NONE, label: none }]),
    ...patterns.map(({ pattern, depth }) => ({ value: pattern.id, label: pattern.name, depth })),
    ...extra,
  ];
  return (
    <Select {...field} value={value} options={options} onChange={(chosen) => onChange(chosen || null)} />
  );
}
