import type { Scope, SongDocument } from '@plucky/core';
import { create } from 'zustand';

/** Something that is heard before it is taken: a document that is not the song, and what of it to play. */
export interface Preview {
  readonly document: SongDocument;
  readonly scope: Scope;
  readonly title: string;
  readonly detail: string;
}

export const usePreview = create<{ readonly preview: Preview | null }>()(() => ({ preview: null }));

export function setPreview(preview: Preview | null): void {
  usePreview.setState({ preview });
}
