import type { Timeline, Tried } from '@plucky/core/play';
import type { Id } from '@plucky/core/song';
import { useEffect } from 'react';
import { createForSong } from '../session/song-store.ts';

/** Words for a draft that is heard before it is taken. */
export interface PreviewWords {
  readonly title: string;
  readonly detail: string;
  /** The pattern whose rows show what is heard, if they do. */
  readonly shows?: Id | undefined;
  /** True for a draft that is heard without a press on play; its sound ends with it. */
  readonly playsAtOnce?: boolean | undefined;
  /** True for one that the song is not heard in place of while it stands, as what is performed. */
  readonly isAlone?: boolean | undefined;
  /** Its place on the lines that show it, in ticks; left out where none do. */
  readonly origin?: number | undefined;
  /** Timeline that is not worked out of the song. */
  readonly timeline?: Timeline | undefined;
  /** Its start, in ticks, for playing once; else it goes round. */
  readonly playsOnceFrom?: number | undefined;
}

/** Something that is heard before it is taken. */
export interface Preview extends Tried, PreviewWords {}

interface PreviewState {
  readonly preview: Preview | null;
  /** True while the song is heard as it stands, for comparison. */
  readonly isAside: boolean;
}

export const usePreview = createForSong<PreviewState>(() => ({ preview: null, isAside: false }));

/** The preview that is heard: none while it is put aside. */
export function previewHeard({ preview, isAside }: PreviewState): Preview | null {
  return isAside ? null : preview;
}

/** A new preview is heard, whatever was heard before it. */
function setPreview(preview: Preview | null): void {
  usePreview.setState({ preview, isAside: false });
}

/** Hears the song as it stands in the place of what is tried, or what is tried again. */
export function putPreviewAside(isAside: boolean): void {
  usePreview.setState({ isAside });
}

/** Lets something be heard in place of the song, as long as this stands and there is something. */
export function usePreviewWhile(
  tried: Tried | null,
  { title, detail, shows, playsAtOnce, isAlone, origin, timeline, playsOnceFrom }: PreviewWords,
): void {
  useEffect(() => {
    if (!tried) return;
    const { document, scope } = tried;
    setPreview({
      ...{ document, scope, title, detail, shows, playsAtOnce, isAlone },
      ...{ origin, timeline, playsOnceFrom },
    });
    return () => setPreview(null);
  }, [tried, title, detail, shows, playsAtOnce, isAlone, origin, timeline, playsOnceFrom]);
}
