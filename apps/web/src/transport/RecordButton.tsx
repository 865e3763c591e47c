import RecordIcon from '@mui/icons-material/FiberManualRecordRounded';
import { useEffect, useRef } from 'react';
import { thePlayer } from '../audio/player.ts';
import { useIsPlaying } from '../audio/useIsPlaying.ts';
import { useSession } from '../session/store.ts';
import { withKeys } from '../shared/keys/command.ts';
import { useCommands } from '../shared/keys/useCommands.ts';
import { Deed } from '../shared/ui/Deed.tsx';
import { RECORD_COMMANDS, TAKE_COMMANDS } from './commands.ts';
import type { TransportState } from './useTransport.ts';

/** Counts in a bar and writes what is tapped into the pattern, round after round, until it is stopped. */
export function RecordButton({ transport }: { transport: TransportState }) {
  const recording = useSession((session) => session.recording);
  const isPlaying = useIsPlaying();
  /** True for a click that was on before the take, which needs it; null outside a take. */
  const clicked = useRef<boolean | null>(null);
  const start = () => {
    clicked.current = useSession.getState().click;
    useSession.setState({ recording: true, click: true });
    transport.countIn();
  };
  const stop = () => {
    useSession.setState({ recording: false });
    transport.toggle();
  };
  useEffect(() => {
    // Whatever stops the sound ends the take.
    if (!isPlaying) useSession.setState({ recording: false });
  }, [isPlaying]);
  useEffect(() => {
    if (recording || clicked.current === null) return;
    useSession.setState({ click: clicked.current });
    clicked.current = null;
  }, [recording]);
  useEffect(
    () => () => {
      // Leaving the room ends the take, and puts the click back as it was.
      if (clicked.current === null) return;
      useSession.setState({ recording: false, click: clicked.current });
      clicked.current = null;
      thePlayer().stop();
    },
    [],
  );
  const wanted = useSession((session) => session.takeWanted);
  useEffect(() => {
    if (!wanted) return;
    useSession.setState({ takeWanted: false });
    start();
    // A take is begun once for each wish.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [wanted]);
  return (
    <>
      <TakeKeys {...{ recording, start, stop }} />
      <Deed
        name={recording ? 'Stop recording' : 'Record'}
        title={withKeys(
          recording ? 'Stop recording' : 'Record: a bar of count-in, then what you tap is written',
          RECORD_COMMANDS.record,
        )}
        isOn={recording}
        onPress={recording ? stop : start}
      >
        <RecordIcon fontSize="small" />
      </Deed>
    </>
  );
}

/** The keys that begin a take, and end it. */
function TakeKeys({ recording, start, stop }: { recording: boolean; start: () => void; stop: () => void }) {
  useCommands(RECORD_COMMANDS, { start }, !recording);
  useCommands(TAKE_COMMANDS, { stop }, recording);
  return null;
}
