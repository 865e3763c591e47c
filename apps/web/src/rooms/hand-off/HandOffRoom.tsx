import { Box } from '@mui/material';
import type { ExportOptions } from '@plucky/core/song';
import type { UseFormReturn } from 'react-hook-form';
import { later } from '../../shared/ui/later.tsx';
import { roomColumns } from '../../shared/ui/room-columns.ts';
import { ExportSettings } from './ExportSettings.tsx';
import { RegionTable } from './RegionTable.tsx';
import { useKeptHandOffs, useOptionsForm } from './useHandOff.ts';

const ReceiverPanel = later(async () => (await import('./receiver/ReceiverPanel.tsx')).ReceiverPanel);

/** Room in which the song leaves as MIDI regions, each read back and compared before it is offered. */
export function HandOffRoom() {
  return <HandOff {...useOptionsForm()} />;
}

function HandOff(asked: {
  form: UseFormReturn<ExportOptions>;
  /** Present options of the form. */
  options: ExportOptions;
}) {
  const { kept, shown, choose } = useKeptHandOffs();
  return (
    <Box sx={roomColumns('232px minmax(0, 1fr)', '266px minmax(0, 1fr)')}>
      <ExportSettings {...asked} result={shown} onLeft={() => choose(null)} />
      <Box
        sx={{
          display: 'grid',
          gridTemplateRows: { xs: 'none', md: 'minmax(0, 1fr) minmax(0, auto)' },
          minHeight: 0,
        }}
      >
        <RegionTable {...asked} result={shown} kept={kept} onChoose={choose} />
        <ReceiverPanel result={shown} />
      </Box>
    </Box>
  );
}
