import type { Pattern } from '@plucky/core/song';
import { type None, type Option, Select, type SelectProps } from './Select.tsx';

/** Chooses a pattern; each stands under the one that it follows. */
export function PatternSelect({
  patterns,
  extra = [],
  ...field
}: SelectProps & {
  /** In the order of their families. */
  patterns: readonly { readonly pattern: Pattern; readonly depth: number }[];
  value: string | null;
  none?: None | undefined;
  /** Further choices. */
  extra?: readonly Option<string>[];
  onChange: (pattern: string) => void;
}) {
  const options = patterns.map(({ pattern, depth }) => ({ value: pattern.id, label: pattern.name, depth }));
  return <Select {...field} options={[...options, ...extra]} />;
}
