import type { Naming } from '@plucky/core/form';
import { unusedName } from '@plucky/core/pattern';
import { type Id, indexOf, type SongDocument } from '@plucky/core/song';
import { freshId } from '../../shared/fresh-id.ts';

/** Name of a pattern that is merged for a part. */
export function mergedNaming(document: SongDocument, part: Id): Naming {
  return { id: freshId(), name: unusedName(indexOf(document), part, 'Merged') };
}
