import { Box } from '@mui/material';
import { exportOptions, type ExportOptions } from '@plucky/core';
import { useMutation } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { api } from '../../api/client.ts';
import { useDocumentState } from '../../document/context.tsx';
import { ExportSettings } from './ExportSettings.tsx';
import { RegionTable } from './RegionTable.tsx';

/** Where the song leaves as MIDI regions, each read back and compared before it is offered. */
export function HandOffRoom() {
  const songId = useDocumentState((state) => state.songId);
  const { enqueueSnackbar } = useSnackbar();
  const [options, setOptions] = useState<ExportOptions>(() =>
    exportOptions({ regions: ['song', 'section'] }),
  );
  const leave = useMutation({
    mutationFn: (wanted: ExportOptions) => api.exportRegions(songId, wanted),
    onError: (error) => enqueueSnackbar(`Nothing was exported. ${error.message}`, { variant: 'error' }),
  });
  const current = leave.data && leave.variables === options ? leave.data : null;
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '266px minmax(0, 1fr)',
        gridTemplateRows: 'minmax(0, 1fr)',
        height: '100%',
      }}
    >
      <ExportSettings
        options={options}
        onChange={setOptions}
        onExport={() => leave.mutate(options)}
        exporting={leave.isPending}
        result={current}
      />
      <RegionTable options={options} result={current} />
    </Box>
  );
}
