import { lazy, Suspense, type ComponentType, type ReactNode } from 'react';

/**
 * A part of the page that is not needed for its first picture: it is fetched once the browser has nothing else to do, or
 * when it is first shown. Nothing stands in its place meanwhile.
 */
export function later<P extends object>(load: () => Promise<ComponentType<P>>) {
  const Part = lazy(async () => ({ default: await load() }));
  whenIdle(() => void load().catch(() => undefined));
  return function Later(props: P): ReactNode {
    return (
      <Suspense fallback={null}>
        <Part {...props} />
      </Suspense>
    );
  };
}

function whenIdle(work: () => void): void {
  // One browser has no such call; there a moment after loading does as well.
  if (typeof requestIdleCallback === 'function') requestIdleCallback(work, { timeout: 4000 });
  else setTimeout(work, 2000);
}
