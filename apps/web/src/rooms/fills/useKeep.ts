import {
  cutName,
  type Id,
  indexOf,
  inTurn,
  lastPlaceIn,
  type Outcome,
  type Pattern,
  type SongDocument,
  unusedName,
} from '@plucky/core';
import { useSnackbar } from 'notistack';
import { useCallback } from 'react';
import { useEdit } from '../../document/context.tsx';
import { freshId } from '../../shared/fresh-id.ts';

/** Keeps a pattern of the bench in its family under a name that is free, and does more with it in the same undo. */
export type Keep = (
  pattern: Pattern,
  name: string,
  said: string,
  after?: (document: SongDocument, id: Id) => Outcome,
) => boolean;

export function useKeep(): Keep {
  const edit = useEdit();
  const { enqueueSnackbar } = useSnackbar();
  return useCallback(
    (pattern, name, said, after = () => null) => {
      const id = freshId();
      const kept = edit(
        (now) => {
          const free = unusedName(indexOf(now), pattern.part, cutName(name, 70));
          const named: Pattern = { ...pattern, id, name: free, order: lastPlaceIn(now, pattern.part) };
          return inTurn(now, `keep ${free}`, [
            () => ({ label: `keep ${free}`, put: [named], remove: [] }),
            (next) => after(next, id),
          ]);
        },
        null,
        true,
      );
      if (kept) enqueueSnackbar(said);
      return kept;
    },
    [edit, enqueueSnackbar],
  );
}
