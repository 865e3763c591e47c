import { setImmediate as afterPoll } from 'node:timers/promises';

/**
 * Waits until the requests that have come in meanwhile had their turn. The first wait may end within the same round of the
 * event loop, before it has looked for any.
 */
export async function nextTurn(): Promise<void> {
  await afterPoll();
  await afterPoll();
}

/** Longest wait of others for their turn, in ms, as long as no step takes longer. */
const A_TURN = 8;

/** Lets others have their turn between the steps of a work, as often as is due. */
export function turns(): () => Promise<void> {
  let since = performance.now();
  return async () => {
    if (performance.now() - since < A_TURN) return;
    await nextTurn();
    since = performance.now();
  };
}
