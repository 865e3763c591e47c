import type { ArrivedFile, FoldOptions, How, NoteMap, Use } from '@plucky/core/fold';
import type { Swing } from '@plucky/core/song';
import { proxy } from 'comlink';
import { create } from 'zustand';
import { useArriving } from '../../session/arriving.ts';
import type { Proposal, Read } from './fold.worker.ts';
import { FoldFailed, inWorker } from './in-worker.ts';

/** The largest file that is taken, in bytes. */
const LARGEST = 20 * 1024 * 1024;

/** A file that was read, with what it was read from. */
export interface Arrival {
  readonly bytes: Uint8Array;
  readonly fileName: string;
  readonly file: ArrivedFile;
  /** The swing that was measured in it; null where it is straight. */
  readonly swing: Swing | null;
}

/** Uses of a file's tracks and notes, as suggested or chosen. */
export interface Chosen {
  readonly uses: Readonly<Record<string, Use>>;
  readonly noteMap: NoteMap;
  readonly tolerance: number | null;
  readonly how: How;
  /** Swing of the song; null for none, so that all swing is early and late. */
  readonly swing: Swing | null;
}

interface State {
  /** The read file; null before, and where it was refused. */
  readonly arrival: Arrival | null;
  readonly refused: string | null;
  readonly chosen: Chosen;
  readonly proposal: Proposal | null;
  /** Progress of the next proposal, 0..1; null when none is worked out. */
  readonly progress: number | null;
  readonly trouble: string | null;
}

const NOTHING: State = {
  arrival: null,
  refused: null,
  chosen: { uses: {}, noteMap: {}, tolerance: null, how: 'exact', swing: null },
  proposal: null,
  progress: null,
  trouble: null,
};

export const useArrival = create<State>(() => NOTHING);

/** Ends what is at work. */
let giveUpWork: (() => void) | null = null;

function endWork(): void {
  giveUpWork?.();
  giveUpWork = null;
}

/** Reads a file that was brought, and folds it as is suggested. */
async function take(brought: File): Promise<void> {
  endWork();
  useArrival.setState(NOTHING);
  try {
    if (brought.size > LARGEST)
      throw new FoldFailed(`${brought.name} has more than 20 MB, the most that is taken.`);
    const bytes = new Uint8Array(await brought.arrayBuffer());
    const given = inWorker<Read>((folder) => folder.read(bytes, brought.name));
    giveUpWork = given.giveUp;
    const answer = await given.done;
    if (useArriving.getState().file !== brought) return;
    if ('refused' in answer) throw new FoldFailed(`${brought.name}: ${answer.refused}.`);
    const { file, noteMap, swing } = answer;
    useArrival.setState({ arrival: { bytes, fileName: brought.name, file, swing } });
    const uses = Object.fromEntries(file.tracks.map(({ id, use }) => [id, use]));
    choose({ uses, noteMap, tolerance: null, how: 'exact', swing: null });
  } catch (error) {
    const refused = error instanceof FoldFailed ? error.message : `${brought.name} could not be read.`;
    if (useArriving.getState().file === brought) useArrival.setState({ refused });
  }
}

/** Options of a fold by the present choices. */
export function foldOptions({ name }: ArrivedFile): FoldOptions {
  return { name, seed: 1, ...useArrival.getState().chosen };
}

/** Changes what is made of the file, and folds it anew; what it was is seen meanwhile. */
export function choose(change: Partial<Chosen>): void {
  const { arrival, chosen: before } = useArrival.getState();
  if (!arrival) return;
  const chosen = { ...before, ...change };
  endWork();
  useArrival.setState({ chosen, progress: 0, trouble: null });
  const { file } = arrival;
  const options = foldOptions(file);
  // A word on the way may come after the result.
  let isDone = false;
  const isStill = () => !isDone && useArrival.getState().chosen === chosen;
  const given = inWorker<Proposal>((folder) =>
    folder.fold(
      file,
      options,
      proxy((progress: number) => {
        if (isStill()) useArrival.setState({ progress });
      }),
    ),
  );
  giveUpWork = given.giveUp;
  given.done.then(
    (proposal) => {
      if (isStill()) useArrival.setState({ proposal, progress: null });
      isDone = true;
    },
    (error: unknown) => {
      if (isStill())
        useArrival.setState({ progress: null, trouble: error instanceof Error ? error.message : '' });
    },
  );
}

/** Gives up what is worked out; what was proposed before stays. */
export function giveUp(): void {
  endWork();
  useArrival.setState({ progress: null, trouble: 'Given up. Change anything, and it is folded again.' });
}

function onBrought({ file }: { readonly file: File | null }): void {
  if (file) void take(file);
  else {
    endWork();
    useArrival.setState(NOTHING);
  }
}

useArriving.subscribe(onBrought);
onBrought(useArriving.getState());
