import { toggleTogether, useSession } from '../session/store.ts';
import { commandsFor } from '../shared/keys/command.ts';

/** Targets of the transport's keys. */
interface Playing {
  /** Plays or stops; false where the key is left to the room. */
  readonly toggle: () => boolean;
  readonly playFromCaret: () => void;
  readonly playFromBeat: () => void;
}

export const PLAY_COMMANDS = commandsFor<Playing>()({
  play: { keys: ['space'], says: 'play or stop', run: ({ toggle }) => toggle() },
  click: {
    keys: ['k'],
    says: 'click on or off',
    run() {
      const { recording, click } = useSession.getState();
      // While a take is recorded, the letter plays a row.
      if (recording) return false;
      useSession.setState({ click: !click });
      return true;
    },
  },
});

/** In the groove room only. */
export const CARET_COMMANDS = commandsFor<Playing>()({
  playFromCaret: {
    keys: ['shift+space'],
    says: 'play from the caret',
    run: ({ playFromCaret }) => playFromCaret(),
  },
});

/** On the sheet only. */
export const BEAT_COMMANDS = commandsFor<Playing>()({
  playFromBeat: {
    keys: ['shift+space'],
    says: 'play the song from the beat that was pressed',
    run: ({ playFromBeat }) => playFromBeat(),
  },
});

/** In the groove room, where a pattern goes round. */
export const TOGETHER_COMMANDS = commandsFor<object>()({
  together: {
    keys: ['/'],
    says: 'hear the pattern with the other parts, or alone',
    run: () => toggleTogether(),
  },
});

export const RECORD_COMMANDS = commandsFor<{ readonly start: () => void }>()({
  record: { keys: ['t'], says: 'record: count in, then tap the rows', run: ({ start }) => start() },
});

/** While a take is recorded. */
export const TAKE_COMMANDS = commandsFor<{ readonly stop: () => void }>()({
  end: { keys: ['escape'], says: 'end the recording', run: ({ stop }) => stop() },
});
