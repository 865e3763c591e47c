import { Box } from '@mui/material';
import { roomColumns } from '../../shared/ui/room-columns.ts';
import { ExportSettings } from './ExportSettings.tsx';
import { RegionTable } from './RegionTable.tsx';
import { useKeptHandOffs, useLeaving, useOptionsForm } from './useHandOff.ts';

/** Where the song leaves as MIDI regions, each read back and compared before it is offered. */
export function HandOffRoom() {
  const { form, options } = useOptionsForm();
  const { kept, shown, choose } = useKeptHandOffs();
  const leaving = useLeaving(() => choose(null));
  return (
    <Box sx={roomColumns('232px minmax(0, 1fr)', '266px minmax(0, 1fr)')}>
      <ExportSettings form={form} options={options} leaving={leaving} result={shown} />
      <RegionTable form={form} options={options} result={shown} kept={kept} onChoose={choose} />
    </Box>
  );
}
