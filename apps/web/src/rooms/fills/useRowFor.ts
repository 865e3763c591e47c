import { addDrum, type DrumName } from '@plucky/core/pattern';
import { type Id, indexOf, type SongDocument } from '@plucky/core/song';
import { useCallback } from 'react';
import { useEdit } from '../../document/context.tsx';

/** Gives the row of a drum in a part, which is added to the kit where it has none. */
export function useRowFor(document: SongDocument, part: Id): (drum: DrumName) => Id {
  const edit = useEdit();
  return useCallback(
    (drum) => {
      const known = indexOf(document)
        .voicesOf(part)
        .find(({ sound }) => sound === drum);
      if (known) return known.id;
      const { id } = addDrum(document, part, drum);
      edit((now) => addDrum(now, part, drum).outcome);
      return id;
    },
    [document, part, edit],
  );
}
