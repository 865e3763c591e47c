import { indexOf, type SongDocument } from './document.ts';
import type { Id } from './names.ts';
import type { Outcome } from './outcome.ts';
import type { Reference } from './records.ts';
import { saysSame } from './says-same.ts';

const GONE = { reason: 'That reference is gone.' };

/** Keeps an imported part in the song, in place of the one with the same id. */
export function keepReference(reference: Reference): Outcome {
  return { label: `import ${reference.name}`, put: [reference], remove: [] };
}

/** Lays the start of patterns on another place of a reference, `shift` ticks from its start. */
export function moveReference(document: SongDocument, id: Id, shift: number): Outcome {
  const reference = indexOf(document).references.find((one) => one.id === id);
  if (!reference) return GONE;
  if (reference.shift === shift) return null;
  return { label: 'move the reference', put: [{ ...reference, shift }], remove: [] };
}

/** Sets how far from a reference is still right. */
export function setTolerance(
  document: SongDocument,
  id: Id,
  tolerance: NonNullable<Reference['tolerance']>,
): Outcome {
  const reference = indexOf(document).references.find((one) => one.id === id);
  if (!reference) return GONE;
  if (saysSame(reference.tolerance, tolerance)) return null;
  return { label: 'tolerance of the target', put: [{ ...reference, tolerance }], remove: [] };
}

/** Removes an imported part; refused where it is gone already. */
export function removeReference(document: SongDocument, id: Id): Outcome {
  if (!indexOf(document).references.some((one) => one.id === id)) return GONE;
  return { label: 'remove the reference', put: [], remove: [id] };
}
