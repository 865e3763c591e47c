import { Box } from '@mui/material';
import type { ExportOptions, SongDocument } from '@plucky/core/song';
import { type ComponentProps, useMemo } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { useSong } from '../../document/context.tsx';
import { later } from '../../shared/ui/later.tsx';
import { roomColumns } from '../../shared/ui/room-columns.ts';
import { ExportSettings } from './ExportSettings.tsx';
import { RegionTable } from './RegionTable.tsx';
import { useKeptHandOffs, useOptionsForm } from './useHandOff.ts';
import { type SinceOf, useSince } from './useSince.ts';
import { idsThatLeave, useWhichLeave } from './which-leave.ts';

const ReceiverPanel = later(async () => (await import('./receiver/ReceiverPanel.tsx')).ReceiverPanel);

/** Room in which the song leaves as MIDI regions, each read back and compared before it is offered. */
export function HandOffRoom() {
  return <HandOff {...useOptionsForm()} />;
}

interface Asked {
  form: UseFormReturn<ExportOptions>;
  /** Present options of the form. */
  options: ExportOptions;
}

function HandOff(asked: Asked) {
  return <Compared {...asked} {...useKeptHandOffs()} />;
}

/** The song beside what left before. */
function Compared(asked: Asked & ReturnType<typeof useKeptHandOffs>) {
  const document = useSong();
  const since = useSince(document, asked.options, asked.shown, asked.kept);
  return <Leaving {...asked} {...{ document, since }} />;
}

/** The regions that leave. */
function Leaving({
  kept,
  shown,
  choose,
  document,
  since,
  ...asked
}: ComponentProps<typeof Compared> & { document: SongDocument; since: SinceOf | null }) {
  const { options } = asked;
  const which = useWhichLeave();
  const leaving = useMemo(
    () => idsThatLeave(document, options, which, since),
    [document, options, which, since],
  );
  return (
    <Box sx={roomColumns('232px minmax(0, 1fr)', '266px minmax(0, 1fr)')}>
      <ExportSettings {...asked} result={shown} chosen={leaving} onLeft={() => choose(null)} />
      <Box
        sx={{
          display: 'grid',
          gridTemplateRows: { xs: 'none', md: 'minmax(0, 1fr) minmax(0, auto)' },
          minHeight: 0,
        }}
      >
        <RegionTable
          {...{ document, options, since, kept }}
          result={shown}
          chosen={leaving}
          onChoose={choose}
        />
        <ReceiverPanel result={shown} />
      </Box>
    </Box>
  );
}
