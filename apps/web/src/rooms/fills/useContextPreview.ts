import type { SongDocument } from '@plucky/core';
import { useEffect } from 'react';
import { setPreview } from '../../transport/preview.ts';
import { CONTEXT_ID } from './context.ts';

/** Lets what is made here be heard in its context, at once and looping, until another is or none. */
export function useContextPreview(
  context: SongDocument | null,
  what: string,
  detail: string,
  playsAtOnce = true,
): void {
  useEffect(() => {
    if (!context) return;
    setPreview({
      document: context,
      scope: { kind: 'section', section: CONTEXT_ID },
      title: `${what} in context, looping`,
      detail,
      playsAtOnce,
    });
    return () => setPreview(null);
  }, [context, what, detail, playsAtOnce]);
}
