import {
  barTicks,
  indexOf,
  sectionMeter,
  unusedName,
  type Id,
  type Naming,
  type Section,
  type Slot,
  type SongDocument,
} from '@plucky/core';
import { freshId } from '../../shared/fresh-id.ts';
import { firstLayers } from './new-section.ts';

/** A slot of one phrase like the one before it, or with the first patterns where there is none. */
export function newSlot(
  document: SongDocument,
  section: Section,
  like: Slot | undefined = section.slots.at(-1),
): Slot {
  const { song } = indexOf(document);
  const length = barTicks(sectionMeter(document, section)) * song.phraseBars;
  return { id: freshId(), length, layers: like?.layers ?? firstLayers(document) };
}

/** The same slot once more, with an id of its own. */
export function slotAgain(slot: Slot): Slot {
  return { ...slot, id: freshId() };
}

/** What a pattern that is merged for a part is called. */
export function mergedNaming(document: SongDocument, part: Id): Naming {
  return { id: freshId(), name: unusedName(indexOf(document), part, 'Merged') };
}
