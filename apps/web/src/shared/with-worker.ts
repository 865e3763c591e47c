/** A worker that has failed twice, or could not be started at all. */
export class WorkerFailed extends Error {}

/** Work that was given to a worker of its own, and the way to end it. */
export interface Given<T> {
  readonly done: Promise<T>;
  readonly end: () => void;
}

/** Lets a worker of its own do something; one that fails is started again once, then the work fails. Ended with its work. */
export function withWorker<T>(start: () => Worker, deed: (worker: Worker) => Promise<T>): Given<T> {
  let worker: Worker | null = null;
  let isEnded = false;
  const end = () => {
    isEnded = true;
    worker?.terminate();
  };
  const once = () =>
    new Promise<T>((resolve, reject) => {
      worker = start();
      worker.onerror = worker.onmessageerror = () => reject(new WorkerFailed('The worker has failed.'));
      deed(worker).then(resolve, reject);
    });
  const done = once()
    .catch((error: unknown) => {
      if (!(error instanceof WorkerFailed) || isEnded) throw error;
      worker?.terminate();
      return once();
    })
    .finally(end);
  return { done, end };
}

/** Calls `tick` every `ms`, by a worker that a busy page does not hold up; where that fails twice, by the page itself. */
export function steadyTimer(start: () => Worker, tick: () => void, ms: number): void {
  let failures = 0;
  const begin = () => {
    try {
      const worker = start();
      worker.onmessage = tick;
      worker.onerror = () => {
        worker.terminate();
        failed();
      };
    } catch {
      failed();
    }
  };
  const failed = () => {
    if (++failures < 2) begin();
    else setInterval(tick, ms);
  };
  begin();
}
