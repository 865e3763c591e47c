import { type Remote, wrap } from 'comlink';
import { withWorker } from '../../shared/with-worker.ts';
import type { Folder } from './fold.worker.ts';

/** Longest time for a file, in ms: one of 100,000 hits takes some seconds. */
const LONGEST = 60_000;

/** Work that was given away, and the way to give it up. */
export interface Given<T> {
  readonly done: Promise<T>;
  readonly giveUp: () => void;
}

/** Why work came to nothing, in words. */
export class FoldFailed extends Error {}

/** Lets a worker of its own do something with a file; it is ended with what it does, or when it takes too long. */
export function inWorker<T>(deed: (folder: Remote<Folder>) => Promise<T>): Given<T> {
  const { done, end } = withWorker(
    () => new Worker(new URL('./fold.worker.ts', import.meta.url), { type: 'module' }),
    (worker) => deed(wrap<Folder>(worker)),
  );
  let timer: ReturnType<typeof setTimeout> | undefined;
  const inTime = new Promise<T>((resolve, reject) => {
    timer = setTimeout(() => {
      reject(new FoldFailed('The file takes too long. Nothing was made.'));
      end();
    }, LONGEST);
    done.then(resolve, () => reject(new FoldFailed('The file could not be worked out. Nothing was made.')));
  }).finally(() => clearTimeout(timer));
  return { done: inTime, giveUp: end };
}
