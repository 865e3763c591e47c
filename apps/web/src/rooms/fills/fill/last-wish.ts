/** Longest time of work that nobody waits for, before its worker is ended, in ms. */
const PATIENCE = 400;

/** Someone who works, and the way to end them. */
interface Hired<M> {
  readonly maker: M;
  readonly end: () => void;
}

/** Result of a wish: its product, none because another wish came after it, or a failure of the worker. */
export type Made<T> =
  { readonly kind: 'made'; readonly value: T } | { readonly kind: 'outdated' } | { readonly kind: 'failed' };

type Wish<M> = (maker: M) => Promise<unknown>;

interface Pending<M> {
  readonly wish: Wish<M>;
  readonly settle: (made: Made<never> | { readonly kind: 'made'; readonly value: unknown }) => void;
}

interface Running<M> extends Pending<M> {
  readonly began: number;
  readonly isSecond: boolean;
}

/**
 * Lets one worker fulfil wishes so that they never queue: while it works only the last wish waits, and those before it are
 * outdated. Work that has become outdated is ended where it takes long. A worker that fails is replaced by a new one.
 */
export function lastWish<M>(hire: (onTrouble: () => void) => Hired<M>) {
  let hired: Hired<M> | null = null;
  let running: Running<M> | null = null;
  let waiting: Pending<M> | null = null;
  let patience: ReturnType<typeof setTimeout> | undefined;

  const dismiss = () => {
    hired?.end();
    hired = null;
  };
  const finish = (job: Pending<M>, made: Parameters<Pending<M>['settle']>[0]) => {
    if (running !== job) return;
    clearTimeout(patience);
    running = null;
    job.settle(waiting && made.kind === 'made' ? { kind: 'outdated' } : made);
    const next = waiting;
    waiting = null;
    if (next) start(next);
  };
  /** A worker that fails is started again once for the same wish. */
  const fail = (job: Running<M> | null) => {
    dismiss();
    if (!job || running !== job) return;
    if (job.isSecond || waiting) finish(job, { kind: 'failed' });
    else start(job, true);
  };
  const start = ({ wish, settle }: Pending<M>, isSecond = false) => {
    const job = { wish, settle, began: performance.now(), isSecond };
    running = job;
    hired ??= hire(() => fail(running));
    wish(hired.maker).then(
      (value) => finish(job, { kind: 'made', value }),
      () => fail(job),
    );
  };

  return <T>(wish: (maker: M) => Promise<T>): Promise<Made<T>> =>
    new Promise((resolve) => {
      // A wish is settled with its own product.
      const pending: Pending<M> = { wish, settle: (made) => resolve(made as Made<T>) };
      if (!running) {
        start(pending);
        return;
      }
      waiting?.settle({ kind: 'outdated' });
      waiting = pending;
      const outdated = running;
      clearTimeout(patience);
      patience = setTimeout(
        () => {
          if (running !== outdated) return;
          dismiss();
          finish(outdated, { kind: 'outdated' });
        },
        Math.max(0, PATIENCE - (performance.now() - outdated.began)),
      );
    });
}
