import { commandsFor } from '../../../shared/keys/command.ts';

/** Deeds of the keys while a target is held beside the song. */
export interface SideDeeds {
  readonly next: () => void;
}

export const SIDE_COMMANDS = commandsFor<SideDeeds>()({
  side: { keys: ['b'], says: 'hear mine, the target, both', run: ({ next }) => next() },
});
