import { type HandedOff, handedOff, planRegions, type Since, sinceHandOff } from '@plucky/core/midi';
import { documentOf, type ExportOptions, type Id, type SongDocument, USUAL_EXPORT } from '@plucky/core/song';
import { useQueries } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { api, type ExportResult, type KeptExports } from '../../api/client.ts';
import { useDocumentState } from '../../document/context.tsx';
import { leftRegions } from './left-regions.ts';

/** State of each region since it last left; null for one of which it is not known, since the song of then is not kept. */
export type SinceOf = ReadonlyMap<Id, Since | null>;

/** Options of an earlier hand-off, with the usual ones for the rest. */
export function optionsOfResult({ options }: Pick<ExportResult, 'options'>): ExportOptions {
  return { ...USUAL_EXPORT, ...options };
}

/**
 * State of each region that could leave since it left last, up to a hand-off, worked out region by region so that the page goes on
 * meanwhile; null until it is known, and where nothing has left.
 */
export function useSince(
  document: SongDocument,
  options: ExportOptions,
  result: ExportResult | null,
  kept: KeptExports | null,
): SinceOf | null {
  const before = useHandedOff(result, kept);
  const [known, setKnown] = useState<{ readonly of: unknown; readonly since: SinceOf } | null>(null);
  const of = useMemo(() => ({ document, options, before }), [document, options, before]);
  useEffect(() => {
    const handOffs = of.before;
    if (!handOffs) return;
    let isStopped = false;
    const work = async () => {
      const since = new Map<Id, Since | null>();
      for (const region of planRegions(of.document, of.options)) {
        const handOff = handOffs.get(region.id);
        if (handOff === undefined) since.set(region.id, { state: 'new' });
        else since.set(region.id, handOff && sinceHandOff(of.document, region, of.options, handOff));
        await new Promise((resolve) => setTimeout(resolve));
        if (isStopped) return;
      }
      setKnown({ of, since });
    };
    void work();
    return () => {
      isStopped = true;
    };
  }, [of]);
  return known?.of === of ? known.since : null;
}

/** Of each region the song that it last left with, up to a hand-off; null for a song that is not kept, or while all is on its way. */
function useHandedOff(
  result: ExportResult | null,
  kept: KeptExports | null,
): ReadonlyMap<Id, HandedOff | null> | null {
  const songId = useDocumentState((state) => state.songId);
  const { left, exports, revisions } = useMemo(() => {
    const all = result && leftRegions(result);
    const ids = new Set([...(all?.values() ?? [])].map(({ exportId }) => exportId));
    const some = kept?.exports.filter(({ exportId }) => ids.has(exportId)) ?? [];
    return { left: all, exports: some, revisions: [...new Set(some.map(({ revision }) => revision))] };
  }, [result, kept]);
  const looks = useQueries({
    queries: revisions.map((revision) => ({
      queryKey: ['look', songId, revision],
      queryFn: () => api.look(songId, revision),
      retry: false,
    })),
    combine: (all) => ({
      isPending: all.some(({ isPending }) => isPending),
      songs: all.map(({ data }) => data),
    }),
  });
  const { isPending, songs } = looks;
  return useMemo(() => {
    if (!left || !exports.length || isPending) return null;
    const handOffs = new Map(
      exports.map((one) => {
        const ids = [...left].flatMap(([id, { exportId }]) => (exportId === one.exportId ? [id] : []));
        const song = songs[revisions.indexOf(one.revision)];
        return [
          one.exportId,
          song ? handedOff(documentOf(song.records), optionsOfResult(one), new Set(ids)) : null,
        ] as const;
      }),
    );
    return new Map([...left].map(([id, { exportId }]) => [id, handOffs.get(exportId) ?? null]));
  }, [left, exports, revisions, isPending, songs]);
}
