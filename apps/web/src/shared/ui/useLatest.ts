import { useCallback, useEffect, useRef } from 'react';

/** A function that stays the same and does what was asked for last, for what is not to be drawn anew because of it. */
export function useLatest<A extends readonly unknown[]>(run: (...args: A) => void): (...args: A) => void {
  const latest = useRef(run);
  useEffect(() => {
    latest.current = run;
  });
  return useCallback((...args: A) => latest.current(...args), []);
}
