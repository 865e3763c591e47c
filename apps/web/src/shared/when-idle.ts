/** Does something once the browser has nothing else to do; gives back how to call it off. */
export function whenIdle(work: () => void): () => void {
  // One browser has no such call; there a moment later does as well.
  if (typeof requestIdleCallback !== 'function') {
    const timer = setTimeout(work, 500);
    return () => clearTimeout(timer);
  }
  const idle = requestIdleCallback(work, { timeout: 1000 });
  return () => cancelIdleCallback(idle);
}
