import { lastPlaceIn, unusedName } from '@plucky/core/pattern';
import {
  cutName,
  type Id,
  indexOf,
  inTurn,
  type Outcome,
  type Pattern,
  type SongDocument,
} from '@plucky/core/song';
import { useCallback } from 'react';
import { useEdit } from '../../document/context.tsx';
import { freshId } from '../../shared/fresh-id.ts';
import { notify } from '../../shared/ui/notify.ts';

/** Keeps drafts in their family under names that are free, and does more with them in the same undo. */
export type Keep = (
  patterns: readonly Pattern[],
  name: string,
  said: string,
  after?: (document: SongDocument, ids: readonly Id[]) => Outcome,
) => boolean;

export function useKeep(): Keep {
  const edit = useEdit();
  return useCallback(
    (patterns, name, said, after = () => null) => {
      const ids = patterns.map(() => freshId());
      const kept = edit(
        (now) => {
          const taken: string[] = [];
          const put = patterns.map((pattern, i): Pattern => {
            const free = unusedName(indexOf(now), pattern.part, cutName(name, 70), taken);
            taken.push(free);
            return { ...pattern, id: ids[i] ?? '', name: free, order: lastPlaceIn(now, pattern.part) + i };
          });
          const label = `keep ${taken.join(', ')}`.slice(0, 100);
          return inTurn(now, label, [() => ({ label, put, remove: [] }), (next) => after(next, ids)]);
        },
        null,
        true,
      );
      if (kept) notify(said);
      return kept;
    },
    [edit],
  );
}
