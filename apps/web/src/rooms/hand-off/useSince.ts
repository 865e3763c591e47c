import { handedOff, leavingRegions, type Since, sinceHandOff } from '@plucky/core/midi';
import { documentOf, type ExportOptions, type Id, type SongDocument, USUAL_EXPORT } from '@plucky/core/song';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { api, type ExportResult } from '../../api/client.ts';
import { useDocumentState } from '../../document/context.tsx';

/** Options of an earlier hand-off, with the usual ones for the rest. */
export function optionsOfResult({ options }: ExportResult): ExportOptions {
  return { ...USUAL_EXPORT, ...options };
}

/**
 * What has become of each region that would leave since a hand-off, worked out region by region so that the page goes on
 * meanwhile; null until it is known, and where the song of then is not kept any more.
 */
export function useSince(
  document: SongDocument,
  options: ExportOptions,
  result: ExportResult | null,
): ReadonlyMap<Id, Since> | null {
  const songId = useDocumentState((state) => state.songId);
  const revision = result?.revision ?? null;
  const { data } = useQuery({
    queryKey: ['look', songId, revision],
    queryFn: () => api.look(songId, revision ?? 1),
    enabled: revision !== null,
    retry: false,
  });
  const before = useMemo(
    () => (data && result ? handedOff(documentOf(data.records), optionsOfResult(result)) : null),
    [data, result],
  );
  const [known, setKnown] = useState<{ readonly of: unknown; readonly since: ReadonlyMap<Id, Since> } | null>(
    null,
  );
  const of = useMemo(() => ({ document, options, before }), [document, options, before]);
  useEffect(() => {
    const handOff = of.before;
    if (!handOff) return;
    let isStopped = false;
    const work = async () => {
      const since = new Map<Id, Since>();
      for (const region of leavingRegions(of.document, of.options)) {
        since.set(region.id, sinceHandOff(of.document, region, of.options, handOff));
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
