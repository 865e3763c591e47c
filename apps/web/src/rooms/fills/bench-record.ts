import { BENCH, type Bench, CLEAR_BENCH, indexOf, type Outcome, type SongDocument } from '@plucky/core/song';
import { useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { useDocumentState, useDocumentStore, useEdit } from '../../document/context.tsx';
import { settle } from '../../document/store.ts';

/** Bench of a song; a clear one where nothing was ever laid on it. */
export function benchOf(document: SongDocument): Bench {
  return indexOf(document).bench ?? CLEAR_BENCH;
}

export function useBench(): Bench {
  return useDocumentState((state) => benchOf(state.document));
}

/** Deeds on the bench: by an edit that is undone there, or by a result that was worked out for one. */
export interface BenchHands {
  readonly now: () => Bench;
  readonly change: (label: string, make: (bench: Bench) => Bench, gesture?: string) => boolean;
  readonly settle: (label: string, make: (bench: Bench) => Bench) => void;
}

export function useBenchHands(): BenchHands {
  const store = useDocumentStore();
  const edit = useEdit();
  return useMemo(() => {
    const now = () => benchOf(store.getState().document);
    const changeOf = (label: string, make: (bench: Bench) => Bench) => {
      const bench = now();
      const next = make(bench);
      return next === bench ? null : { label, put: [next], remove: [] };
    };
    return {
      now,
      change: (label, make, gesture) => edit((): Outcome => changeOf(label, make), gesture),
      settle: (label, make) => {
        const change = changeOf(label, make);
        if (change) settle(store, change);
      },
    };
  }, [store, edit]);
}

/** The song without its bench, the same value until something of the song itself is changed. */
export function useMusic(): SongDocument {
  const records = useDocumentState(
    useShallow(({ document }) =>
      Object.fromEntries(Object.entries(document.records).filter(([id]) => id !== BENCH)),
    ),
  );
  return useMemo(() => ({ records }), [records]);
}
