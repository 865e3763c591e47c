import { addDrum, type DrumName } from '@plucky/core/pattern';
import { type Id, indexOf } from '@plucky/core/song';
import { useCallback } from 'react';
import { useDocumentStore, useEdit } from '../../document/context.tsx';

/** Gives the row of a drum in a part, which is added to the kit where it has none. */
export function useRowFor(part: Id): (drum: DrumName) => Id {
  const store = useDocumentStore();
  const edit = useEdit();
  return useCallback(
    (drum) => {
      const { document } = store.getState();
      const rows = indexOf(document).voicesOf(part);
      const known = rows.find(({ sound }) => sound === drum);
      if (known) return known.id;
      const { id, outcome } = addDrum(document, part, drum);
      edit(() => outcome);
      return id;
    },
    [store, part, edit],
  );
}
