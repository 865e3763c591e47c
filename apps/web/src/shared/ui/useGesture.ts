import { useMemo, useRef } from 'react';
import { freshId } from '../fresh-id.ts';

/** Names the steps of one gesture alike, so that they are one undo: from its first step until it is done. */
export interface Gesture {
  readonly name: () => string;
  readonly done: () => void;
}

export function useGesture(): Gesture {
  const current = useRef<string | null>(null);
  return useMemo(
    () => ({
      name: () => (current.current ??= freshId()),
      done: () => {
        current.current = null;
      },
    }),
    [],
  );
}
