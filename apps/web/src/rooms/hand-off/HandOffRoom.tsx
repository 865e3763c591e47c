import { Box } from '@mui/material';
import { USUAL_EXPORT, type ExportOptions } from '@plucky/core';
import { useMutation } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useEffect, useRef, useState } from 'react';
import type { ExportState } from '../../api/client.ts';
import { useDocumentState } from '../../document/context.tsx';
import { ExportSettings } from './ExportSettings.tsx';
import { leave } from './leave.ts';
import { RegionTable } from './RegionTable.tsx';

/** Where the song leaves as MIDI regions, each read back and compared before it is offered. */
export function HandOffRoom() {
  const songId = useDocumentState((state) => state.songId);
  const { enqueueSnackbar } = useSnackbar();
  const [options, setOptions] = useState<ExportOptions>(() => ({
    ...USUAL_EXPORT,
    regions: ['song', 'section'],
  }));
  const [onTheWay, setOnTheWay] = useState<ExportState | null>(null);
  const stop = useRef(new AbortController());
  useEffect(() => () => stop.current.abort(), []);
  const leaving = useMutation({
    mutationFn: (wanted: ExportOptions) => {
      stop.current = new AbortController();
      return leave(songId, wanted, setOnTheWay, stop.current.signal);
    },
    onError: (error) =>
      enqueueSnackbar(`Nothing was exported. ${error.message}`, {
        variant: stop.current.signal.aborted ? 'info' : 'error',
      }),
    onSettled: () => setOnTheWay(null),
  });
  const current = leaving.data && leaving.variables === options ? leaving.data : null;
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
        onExport={() => leaving.mutate(options)}
        onCancel={() => stop.current.abort()}
        exporting={leaving.isPending}
        onTheWay={onTheWay}
        result={current}
      />
      <RegionTable options={options} result={current} />
    </Box>
  );
}
