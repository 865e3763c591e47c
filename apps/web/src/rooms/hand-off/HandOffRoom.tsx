import { Box } from '@mui/material';
import { type ExportOptions, exportOptionsSchema, USUAL_EXPORT } from '@plucky/core';
import { useMutation } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useEffect, useRef, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { ExportState } from '../../api/client.ts';
import { useDocumentState } from '../../document/context.tsx';
import { schemaResolver } from '../../shared/form/resolver.ts';
import { roomColumns } from '../../shared/ui/room-columns.ts';
import { ExportSettings } from './ExportSettings.tsx';
import { leave } from './leave.ts';
import { RegionTable } from './RegionTable.tsx';

const OPTIONS = schemaResolver<ExportOptions>(exportOptionsSchema);

/** Where the song leaves as MIDI regions, each read back and compared before it is offered. */
export function HandOffRoom() {
  const songId = useDocumentState((state) => state.songId);
  const { enqueueSnackbar } = useSnackbar();
  const form = useForm<ExportOptions>({
    defaultValues: { ...USUAL_EXPORT, regions: ['song', 'section'] },
    resolver: OPTIONS,
    mode: 'onChange',
  });
  const options = useWatch({ control: form.control, compute: (values: ExportOptions) => values });
  const [onTheWay, setOnTheWay] = useState<ExportState | null>(null);
  const stop = useRef(new AbortController());
  useEffect(() => () => stop.current.abort(), []);
  const leaving = useMutation({
    mutationFn: (wanted: ExportOptions) => {
      // From here on the form is dirty once it asks for something else than what leaves.
      form.reset(wanted);
      stop.current = new AbortController();
      return leave(songId, wanted, setOnTheWay, stop.current.signal);
    },
    onError: (error) =>
      enqueueSnackbar(`Nothing was exported. ${error.message}`, {
        variant: stop.current.signal.aborted ? 'info' : 'error',
      }),
    onSettled: () => setOnTheWay(null),
  });
  const current = leaving.data && !form.formState.isDirty ? leaving.data : null;
  return (
    <Box sx={roomColumns('232px minmax(0, 1fr)', '266px minmax(0, 1fr)')}>
      <ExportSettings
        form={form}
        options={options}
        onExport={leaving.mutate}
        onCancel={() => stop.current.abort()}
        exporting={leaving.isPending}
        onTheWay={onTheWay}
        result={current}
      />
      <RegionTable options={options} result={current} />
    </Box>
  );
}
