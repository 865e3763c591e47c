import { commandsFor, eitherWay } from '../../shared/keys/command.ts';

const DIGITS = Array.from('1234567890');

/** Deeds of the keys on drafts of fills; each gives back false where there is nothing to do it to. */
export interface FillDeeds {
  /** Hears one, counted from 0. */
  readonly hear: (nth: number) => boolean;
  readonly step: (by: number) => boolean;
  readonly keep: () => boolean;
  readonly discard: () => boolean;
  readonly near: () => boolean;
  readonly place: () => boolean;
  readonly work: () => boolean;
  readonly others: () => void;
  readonly stop: () => boolean;
}

/** Fills stand three in a row. */
const STEPS = [-1, 1, -3, 3];

export const FILL_COMMANDS = commandsFor<FillDeeds>()({
  hear: {
    keys: DIGITS,
    shows: ['1 to 9', '0'],
    says: 'hear that fill in its context',
    run: ({ hear }, nth) => hear(nth),
  },
  step: {
    keys: ['left', 'right', 'up', 'down'],
    shows: ['← → ↑ ↓'],
    says: 'step through the fills',
    run: ({ step }, nth) => step(STEPS[nth] ?? 0),
  },
  keep: { keys: ['enter'], says: 'keep the fill', run: ({ keep }) => keep() },
  discard: { keys: ['delete'], also: ['backspace'], says: 'discard it', run: ({ discard }) => discard() },
  others: { keys: ['g'], says: 'make others', run: ({ others }) => others() },
  near: { keys: ['n'], says: 'others near it', run: ({ near }) => near() },
  place: { keys: ['l'], says: 'lay it at the end that is marked', run: ({ place }) => place() },
  work: { keys: ['w'], says: 'work on it: hands, cells, busier', run: ({ work }) => work() },
  stop: { keys: ['escape'], says: 'stop hearing it', run: ({ stop }) => stop() },
});

/** Deeds of the keys on the strip of the form. */
export interface MarkDeeds {
  /** Marks the end of the phrase before or after; false where there is none. */
  readonly mark: (by: number) => boolean;
}

export const MARK_COMMANDS = commandsFor<MarkDeeds>()({
  mark: {
    keys: [',', '.'],
    says: 'mark the end of a phrase before, after',
    run: ({ mark }, nth) => mark(eitherWay(nth)),
  },
});

/** Deeds of the keys on drafts of build-ups. */
export interface BuildDeeds {
  readonly hear: (nth: number) => boolean;
  readonly step: (by: number) => boolean;
  readonly keep: () => boolean;
  readonly discard: () => void;
  readonly stop: () => void;
}

export const BUILD_COMMANDS = commandsFor<BuildDeeds>()({
  hear: {
    keys: DIGITS.slice(0, 9),
    shows: ['1 to 9'],
    says: 'hear that build-up in its context',
    run: ({ hear }, nth) => hear(nth),
  },
  step: {
    keys: ['left', 'right'],
    says: 'the build-up before, after',
    run: ({ step }, nth) => step(eitherWay(nth)),
  },
  keep: { keys: ['enter'], says: 'keep it', run: ({ keep }) => keep() },
  discard: {
    keys: ['delete'],
    also: ['backspace'],
    says: 'drop a draft of a build-up',
    run: ({ discard }) => discard(),
  },
  stop: { keys: ['escape'], says: 'stop hearing it', run: ({ stop }) => stop() },
});

/** Deeds of the keys on drop-outs and endings. */
export interface EndDeeds {
  readonly hear: (heard: boolean) => void;
  readonly keep: () => boolean;
}

export const END_COMMANDS = commandsFor<EndDeeds>()({
  hear: { keys: ['1'], says: 'hear it in its context', run: ({ hear }) => hear(true) },
  keep: { keys: ['enter'], says: 'keep it', run: ({ keep }) => keep() },
  stop: { keys: ['escape'], says: 'stop hearing it', run: ({ hear }) => hear(false) },
});
