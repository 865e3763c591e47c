import type { Cued } from '@plucky/core/play';
import { commandsFor } from '../../../shared/keys/command.ts';

/** Deeds of a performance's keys. */
export interface Performer {
  readonly cueNth: (kind: 'section' | 'pattern', nth: number) => void;
  readonly cue: (plays: Cued) => void;
  /** Starts the take where none runs or is over; false leaves the key to the transport. */
  readonly start: () => boolean;
}

/** From left to right as they lie on the keyboard. */
export const PATTERN_KEYS = Array.from('qwertyuio');
export const SECTION_KEYS = Array.from('123456789');
export const SILENCE_KEYS = ['0'];

/** While something is performed, the numbers and letters are its own. */
export const PERFORM_COMMANDS = commandsFor<Performer>()({
  section: {
    keys: SECTION_KEYS,
    shows: ['1 to 9'],
    says: 'cue a section',
    run: ({ cueNth }, nth) => cueNth('section', nth),
  },
  pattern: {
    keys: PATTERN_KEYS,
    shows: ['Q', 'to', 'O'],
    says: 'cue a pattern',
    run: ({ cueNth }, nth) => cueNth('pattern', nth),
  },
  start: { keys: ['space'], says: 'start with the chosen section', run: ({ start }) => start() },
  silence: { keys: SILENCE_KEYS, says: 'silence', run: ({ cue }) => cue({ kind: 'silence' }) },
});
