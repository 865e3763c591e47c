import { type ComponentType, lazy, type ReactNode, Suspense, useState } from 'react';
import { whenIdle } from '../when-idle.ts';

/**
 * A part of the page that is not needed for its first picture: it is fetched once the browser has nothing else to do, or
 * when it is first shown. Nothing stands in its place meanwhile; once it is there, it is shown without delay, so that the
 * next key finds it.
 */
export function later<P extends object>(load: () => Promise<ComponentType<P>>) {
  let known: ComponentType<P> | null = null;
  const fetch = async () => (known = await load());
  const Part = lazy(async () => ({ default: await fetch() }));
  whenIdle(() => void fetch().catch(() => undefined));
  return function Later(props: P): ReactNode {
    // Settled once for as long as it stands, so that it is never put up anew and loses what it holds.
    const [Known] = useState<ComponentType<P> | null>(() => known);
    if (Known) return <Known {...props} />;
    return (
      <Suspense fallback={null}>
        <Part {...props} />
      </Suspense>
    );
  };
}
