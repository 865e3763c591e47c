import type { Id, Tried } from '@plucky/core';
import { useEffect } from 'react';
import { createForSong } from '../session/song-store.ts';

/** How something is told of that is heard before it is taken. */
export interface PreviewWords {
  readonly title: string;
  readonly detail: string;
  /** The pattern whose rows show what is heard, if they do. */
  readonly shows?: Id;
  /** Whether it is heard without a press on play; what it started ends with it. */
  readonly playsAtOnce?: boolean;
  /** Where it stands on the lines that show it, in ticks; left out where none do. */
  readonly origin?: number;
}

/** Something that is heard before it is taken. */
export interface Preview extends Tried, PreviewWords {}

export const usePreview = createForSong<{ readonly preview: Preview | null }>(() => ({ preview: null }));

function setPreview(preview: Preview | null): void {
  usePreview.setState({ preview });
}

/** Lets something be heard in place of the song, as long as this stands and there is something. */
export function usePreviewWhile(
  tried: Tried | null,
  { title, detail, shows, playsAtOnce, origin }: PreviewWords,
): void {
  useEffect(() => {
    if (!tried) return;
    setPreview({
      document: tried.document,
      scope: tried.scope,
      title,
      detail,
      ...(shows === undefined ? {} : { shows }),
      ...(playsAtOnce === undefined ? {} : { playsAtOnce }),
      ...(origin === undefined ? {} : { origin }),
    });
    return () => setPreview(null);
  }, [tried, title, detail, shows, playsAtOnce, origin]);
}
