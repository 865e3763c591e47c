import type { Id, Scope, SongDocument } from '@plucky/core';
import { create } from 'zustand';

/** Something that is heard before it is taken: a document that is not the song, and what of it to play. */
export interface Preview {
  readonly document: SongDocument;
  readonly scope: Scope;
  readonly title: string;
  readonly detail: string;
  /** The pattern whose rows show what is heard, if they do. */
  readonly shows?: Id;
  /** Whether it is heard without a press on play; what it started ends with it. */
  readonly playsAtOnce?: boolean;
}

export const usePreview = create<{ readonly preview: Preview | null }>()(() => ({ preview: null }));

export function setPreview(preview: Preview | null): void {
  usePreview.setState({ preview });
}
