import type { Id, Voice } from '@plucky/core/song';
import { namedOptions, Select } from '../../shared/ui/Select.tsx';

/** One of the rows of a part. */
export function RowChoice({
  label,
  voices,
  value,
  onChange,
}: {
  label: string;
  voices: readonly Voice[];
  value: Id;
  onChange: (voice: Id) => void;
}) {
  return (
    <Select
      fullWidth
      label={label}
      value={value}
      options={namedOptions(voices)}
      onChange={onChange}
      sx={{ mb: 1.5 }}
    />
  );
}
