import type { Naming } from '@plucky/core/form';
import { unusedName } from '@plucky/core/pattern';
import { type Id, indexOf, type SongDocument } from '@plucky/core/song';
import { freshId } from '../../shared/fresh-id.ts';

/** Name of a pattern that is merged, where none is typed. */
export const MERGED = 'Merged';

/** Naming of a pattern that is merged for a part: the name that was typed, or the next one like it that is free. */
export function mergedNaming(document: SongDocument, part: Id, name: string): Naming {
  return { id: freshId(), name: unusedName(indexOf(document), part, name) };
}
