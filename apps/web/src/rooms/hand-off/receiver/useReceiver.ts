import {
  type Laid,
  layFiles,
  type Rack,
  rackFor,
  type ReceivedFile,
  receivedTimeline,
} from '@plucky/core/midi';
import { compile, type Timeline } from '@plucky/core/play';
import type { SongDocument } from '@plucky/core/song';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { ExportResult } from '../../../api/client.ts';
import { STATE_WORDS } from '../since-words.ts';
import { optionsOfResult } from '../useSince.ts';
import { receiveHandOff } from './receive.ts';
import { useReceiverState } from './store.ts';

/** The kinds of regions that can lie on the tracks, the most useful first. */
const KINDS = ['section', 'slot', 'song', 'pattern'];

/** Content of the receiver's tracks. */
export interface Receiver {
  readonly laid: Laid;
  readonly rack: Rack;
  /** Timeline of its files, at its own tempo. */
  readonly timeline: Timeline;
  /** The kinds of regions that were handed off, and the one that lies on the tracks. */
  readonly kinds: readonly string[];
  readonly kind: string | null;
  /** Its tempo at the start, in quarter notes a minute. */
  readonly tempo: number;
  /** Words for what the newest hand-off brought in the place of another file, or anew, by file. */
  readonly brought: ReadonlyMap<string, string>;
  readonly has: (id: string) => boolean;
}

/** The receiver with the files of a hand-off and those that were dropped on it; null while they are on their way. */
export function useReceiver(song: SongDocument, result: ExportResult | null): Receiver | null {
  const { dropped, at, kind: chosen, tempo } = useReceiverState();
  const { data, isPending } = useQuery({
    queryKey: ['received', result?.exportId],
    queryFn: () => receiveHandOff(result?.exportId ?? ''),
    enabled: result !== null,
    staleTime: Infinity,
  });
  const options = useMemo(() => (result ? optionsOfResult(result) : PLAIN), [result]);
  const laid = useMemo(() => {
    if (result && isPending) return null;
    const handedOff = data?.files ?? [];
    const kinds = KINDS.filter((one) => handedOff.some((file) => file.kind === one));
    const kind = chosen !== null && kinds.includes(chosen) ? chosen : (kinds[0] ?? null);
    const files = inPlace(
      handedOff.filter((file) => file.kind === kind),
      dropped,
    );
    return {
      kinds,
      kind,
      files: layFiles(files, data?.song ?? null, at),
      has: (id: string) => files.some((one) => one.id === id),
    };
  }, [result, isPending, data, chosen, dropped, at]);
  return useMemo(() => {
    if (!laid) return null;
    const { kinds, kind, files, has } = laid;
    const rack = rackFor(files, song, options);
    const usual = files.tempos[0]?.tempo ?? 120;
    const timeline = receivedTimeline(files, rack, (tempo ?? usual) / usual);
    const isFirst = !result?.earlier.length && result?.regions.every(({ state }) => state === 'new');
    const changed = result?.regions.filter(({ state }) => !isFirst && state !== 'same') ?? [];
    const brought = new Map(changed.map(({ id, state }) => [id, STATE_WORDS[state]]));
    return { laid: files, rack, timeline, kinds, kind, tempo: tempo ?? usual, brought, has };
  }, [laid, song, options, tempo, result]);
}

const PLAIN = { drumMap: 'voice', ownMap: '', ownMaps: {}, swells: 'apart', tracks: 'part' } as const;

/** Files with others laid in the place of those that they are a newer state of, and the rest behind them. */
function inPlace(files: readonly ReceivedFile[], others: readonly ReceivedFile[]): ReceivedFile[] {
  const newer = new Map(others.map((one) => [one.id, one]));
  const there = new Set(files.map(({ id }) => id));
  return [
    ...files.map((file) => {
      const other = newer.get(file.id);
      return other ? { ...file, midi: other.midi } : file;
    }),
    ...others.filter(({ id }) => !there.has(id)),
  ];
}

/** The song as it sounds by a receiver's clock: at its tempo, and from the same start. */
export function followingTimeline(song: SongDocument, { laid, timeline }: Receiver): Timeline {
  const own = compile(song, { kind: 'song' }, { timing: 'heard', pickUp: laid.lead > 0 });
  return { ...own, tempos: timeline.tempos };
}
