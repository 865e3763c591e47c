import { type Id, indexOf, type Naming, type SongDocument, unusedName } from '@plucky/core';
import { freshId } from '../../shared/fresh-id.ts';

/** Name of a pattern that is merged for a part. */
export function mergedNaming(document: SongDocument, part: Id): Naming {
  return { id: freshId(), name: unusedName(indexOf(document), part, 'Merged') };
}
