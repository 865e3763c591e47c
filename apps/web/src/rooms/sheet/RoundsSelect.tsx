import { type Landing, omit } from '@plucky/core/song';
import { TimesSelect } from '../../shared/ui/TimesSelect.tsx';

/** In which of its section's repeats a landing or an opening sounds. */
export function RoundsSelect<T extends Landing>({
  label,
  of,
  onChange,
}: {
  label: string;
  of: T;
  onChange: (next: T) => void;
}) {
  return (
    <TimesSelect
      label={label}
      times={of.times}
      onChange={(times) => onChange({ ...omit(of, 'times'), ...(times ? { times } : {}) } as T)}
      sx={{ mb: 1.25 }}
    />
  );
}
