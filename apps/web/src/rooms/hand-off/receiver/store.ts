import type { ReceivedFile } from '@plucky/core/midi';
import { createForSong } from '../../../session/song-store.ts';

/** Stand-in for a recording program: the files that were dropped on it, and its playing. */
interface ReceiverState {
  /** Which regions of a hand-off lie on its tracks; null for the usual ones. */
  readonly kind: string | null;
  /** Files from anywhere, and the tick where each was put, if it was. */
  readonly dropped: readonly ReceivedFile[];
  readonly at: ReadonlyMap<string, number>;
  /** Its own tempo, in quarter notes a minute; null for that of the files. */
  readonly tempo: number | null;
  /** Start of its playing, in ticks. */
  readonly from: number;
  readonly isOn: boolean;
  /** True while the song sounds by its clock, in place of the files. */
  readonly isFollowed: boolean;
}

export const useReceiverState = createForSong<ReceiverState>(() => ({
  kind: null,
  dropped: [],
  at: new Map(),
  tempo: null,
  from: 0,
  isOn: false,
  isFollowed: false,
}));

/** Takes files from anywhere, the first of them at a tick where one is said; those that are there already swap in place. */
export function dropFiles(
  files: readonly ReceivedFile[],
  at: number | null,
  isThere: (id: string) => boolean,
): void {
  const { dropped, at: placed } = useReceiverState.getState();
  const ids = new Set(files.map(({ id }) => id));
  const first = files.find(({ id }) => !isThere(id));
  useReceiverState.setState({
    dropped: [...dropped.filter(({ id }) => !ids.has(id)), ...files],
    at: first && at !== null ? new Map([...placed, [first.id, at]]) : placed,
  });
}

/** Puts aside all files that came from anywhere. */
export function putAside(): void {
  useReceiverState.setState({ dropped: [], at: new Map() });
}
