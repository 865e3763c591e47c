import { useEffect, useRef } from 'react';
import { useIsPlaying } from '../audio/useIsPlaying.ts';
import { useSession } from '../session/store.ts';
import { withKeys } from '../shared/keys/command.ts';
import { useCommands } from '../shared/keys/useCommands.ts';
import { Choice } from '../shared/ui/Choices.tsx';
import { RECORD_COMMANDS } from './commands.ts';
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
  const wanted = useSession((session) => session.takeWanted);
  useEffect(() => {
    if (!wanted) return;
    useSession.setState({ takeWanted: false });
    start();
    // A take is begun once for each wish.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [wanted]);
  useCommands(RECORD_COMMANDS, { start }, !recording);
  return (
    <Choice
      chosen={recording}
      title={withKeys('Count in a bar, then write what you tap', RECORD_COMMANDS.record)}
      onClick={recording ? stop : start}
    >
      {recording ? 'Stop recording' : 'Record'}
    </Choice>
  );
}
