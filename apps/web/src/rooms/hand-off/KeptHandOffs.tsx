import { counted } from '@plucky/core/time';
import type { ExportResult, KeptExports } from '../../api/client.ts';
import { Select } from '../../shared/ui/Select.tsx';

const times = new Intl.DateTimeFormat('en', { dateStyle: 'medium', timeStyle: 'short' });

/** Chooses which of the earlier hand-offs is looked at, and says how many are kept. */
export function KeptHandOffs({
  kept: { exports, most },
  shown,
  onChoose,
}: {
  kept: KeptExports;
  shown: ExportResult;
  onChoose: (exportId: string) => void;
}) {
  return (
    <Select
      label="Beside"
      value={shown.exportId}
      options={exports.map(({ exportId, number, at, files }) => ({
        value: exportId,
        label: `hand-off ${number}`,
        about: `${times.format(new Date(at))}, ${counted(files, 'file')}`,
      }))}
      onChange={onChoose}
      helperText={exports.length > 1 ? `The last ${most} are kept` : undefined}
      sx={{ minWidth: 170 }}
    />
  );
}
