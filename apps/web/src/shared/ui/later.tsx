import { type ComponentType, memo, type ReactNode, useCallback, useEffect, useState } from 'react';
import { whenIdle } from '../when-idle.ts';
import { FetchTrouble } from './FetchTrouble.tsx';

/**
 * A part of the page that is not needed for its first picture: it is fetched once the browser has nothing else to do, or
 * when it is first shown. Nothing stands in its place meanwhile; once it is there, it is shown without delay, so that the
 * next key finds it, and is drawn anew only for other props. One that cannot be fetched says so in its place and can be asked for again; all around it stays.
 */
export function later<P extends object>(
  load: () => Promise<ComponentType<P>>,
  Failed: ComponentType<{ readonly onAgain: () => void }> = FetchTrouble,
) {
  let known: ComponentType<P> | null = null;
  const fetch = async () => (known ??= memo(await load()) as unknown as ComponentType<P>);
  whenIdle(() => void fetch().catch(() => undefined));
  return function Later(props: P): ReactNode {
    const [Part, setPart] = useState<ComponentType<P> | null>(() => known);
    const [hasFailed, setFailed] = useState(false);
    useEffect(() => {
      if (Part || hasFailed) return;
      let isHere = true;
      fetch().then(
        (part) => isHere && setPart(() => part),
        (error: unknown) => {
          console.warn(error);
          if (isHere) setFailed(true);
        },
      );
      return () => {
        isHere = false;
      };
    }, [Part, hasFailed]);
    const again = useCallback(() => setFailed(false), []);
    if (Part) return <Part {...props} />;
    return hasFailed ? <Failed onAgain={again} /> : null;
  };
}
