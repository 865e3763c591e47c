import { Box, Button, Typography } from '@mui/material';
import { barAt } from '@plucky/core/play';
import type { ExportResult } from '../../../api/client.ts';
import { useSong } from '../../../document/context.tsx';
import { copiesMidi, pastedMidi } from '../../../shared/midi-clipboard.ts';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { FileButton } from '../../../shared/ui/FileButton.tsx';
import { notify } from '../../../shared/ui/notify.ts';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { receiveFrom } from './receive.ts';
import { ReceiverControls } from './ReceiverControls.tsx';
import { ReceiverTracks } from './ReceiverTracks.tsx';
import { dropFiles, putAside, useReceiverState } from './store.ts';
import { placeFrom, useHeardReceiver } from './useHeardReceiver.ts';
import { useReceiver } from './useReceiver.ts';

const KIND_NAMES: Readonly<Record<string, string>> = {
  section: 'Sections',
  slot: 'Slots',
  song: 'The song’s file',
  pattern: 'Patterns',
};

/** Stands in for a recording program: has the files on tracks and plays them, or lets the song sound by its clock. */
export function ReceiverPanel({ result }: { result: ExportResult | null }) {
  const song = useSong();
  const receiver = useReceiver(song, result);
  const from = useReceiverState((state) => state.from);
  const dropped = useReceiverState((state) => state.dropped);
  const add = async (files: Iterable<File>, at: number | null) => {
    const received = await receiveFrom(files);
    if (receiver && received.files.length) dropFiles(received.files, at, receiver.has);
  };
  // Files that are brought by keys go to the place to play from, where one was chosen; else they come after the last.
  const place = receiver && from > 0 ? Math.max(0, from - receiver.laid.lead) : null;
  const bar = receiver && place !== null ? barAt(receiver.timeline, from).bar : null;
  const paste = async () => {
    const files = await pastedMidi().catch(() => null);
    if (files?.length) await add(files, place);
    else
      notify(
        files ? 'There is no MIDI file on the clipboard.' : 'The browser keeps the clipboard to itself.',
      );
  };
  const isLaid = receiver !== null && receiver.laid.places.length > 0;
  return (
    <Box
      component="section"
      aria-label="Receiver"
      onDragOver={(event) => {
        if (event.dataTransfer.types.includes('Files')) event.preventDefault();
      }}
      onDrop={(event) => {
        if (!event.dataTransfer.files.length) return;
        event.preventDefault();
        void add([...event.dataTransfer.files], null);
      }}
      sx={{
        borderTop: `1px solid ${color('line')}`,
        background: color('sunk'),
        px: 2,
        py: 1.25,
        minHeight: 0,
        overflow: 'auto',
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75, flexWrap: 'wrap', mb: 1 }}>
        <Typography variant="h2">Receiver</Typography>
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft'), ml: 0.5 }}>
          stands in for your recording program
        </Typography>
        <Box sx={{ flex: 1 }} />
        {receiver && receiver.kinds.length > 1 && (
          <Box role="group" aria-label="On the tracks" sx={{ display: 'flex', gap: 0.5 }}>
            {receiver.kinds.map((kind) => (
              <Choice
                key={kind}
                chosen={kind === receiver.kind}
                onClick={() => useReceiverState.setState({ kind, from: 0 })}
              >
                {KIND_NAMES[kind] ?? kind}
              </Choice>
            ))}
          </Box>
        )}
        <FileButton
          label="Files for the receiver"
          accept=".mid,.midi,.zip,audio/midi"
          multiple
          onFiles={(files) => void add(files, place)}
        >
          {bar === null ? 'Other files…' : `Other files at bar ${bar}…`}
        </FileButton>
        {isLaid && copiesMidi() && <Button onClick={() => void paste()}>Paste</Button>}
        {dropped.length > 0 && <Button onClick={putAside}>Put them aside</Button>}
      </Box>
      {isLaid ? (
        <>
          <ReceiverControls receiver={receiver} />
          <ReceiverTracks
            receiver={receiver}
            from={from}
            onPlace={placeFrom}
            onFiles={(files, at) => void add(files, at)}
          />
        </>
      ) : (
        <Typography sx={{ fontSize: TEXT.control, color: color('soft') }}>
          {receiver
            ? 'Export, and the files lie here at their bars; or drop MIDI files here.'
            : 'The files are on their way.'}
        </Typography>
      )}
      <Heard receiver={receiver} />
    </Box>
  );
}

/** Lets the files be heard in place of the song. */
function Heard({ receiver }: { receiver: ReturnType<typeof useReceiver> }) {
  useHeardReceiver(receiver);
  return null;
}
