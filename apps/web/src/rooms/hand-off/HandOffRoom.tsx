import { Box } from '@mui/material';
import { later } from '../../shared/ui/later.tsx';
import { roomColumns } from '../../shared/ui/room-columns.ts';
import { ExportSettings } from './ExportSettings.tsx';
import { RegionTable } from './RegionTable.tsx';
import { useKeptHandOffs, useLeaving, useOptionsForm } from './useHandOff.ts';

const ReceiverPanel = later(async () => (await import('./receiver/ReceiverPanel.tsx')).ReceiverPanel);

/** Room in which the song leaves as MIDI regions, each read back and compared before it is offered. */
export function HandOffRoom() {
  const { form, options } = useOptionsForm();
  const { kept, shown, choose } = useKeptHandOffs();
  const leaving = useLeaving(() => choose(null));
  return (
    <Box sx={roomColumns('232px minmax(0, 1fr)', '266px minmax(0, 1fr)')}>
      <ExportSettings form={form} options={options} leaving={leaving} result={shown} />
      <Box
        sx={{
          display: 'grid',
          gridTemplateRows: { xs: 'none', md: 'minmax(0, 1fr) minmax(0, auto)' },
          minHeight: 0,
        }}
      >
        <RegionTable form={form} options={options} result={shown} kept={kept} onChoose={choose} />
        <ReceiverPanel result={shown} />
      </Box>
    </Box>
  );
}
