import { isTicked, leavingTimeline, planRegions, type RegionPlan, type Since } from '@plucky/core/midi';
import type { ExportOptions, Id, SongDocument } from '@plucky/core/song';
import { downloadUrl, type ExportedRegionFace, type ExportResult } from '../../api/client.ts';
import { BEFORE, type SinceWords, sinceWords, STATE_COLORS, STATE_WORDS } from './since-words.ts';

/** One line of the table: a region that could leave, and what has left of it. */
export interface Entry extends RegionPlan {
  /** True for a region that leaves. */
  readonly isTicked: boolean;
  /** Number of its notes that leave. */
  readonly hits: number;
  /** Its state since the hand-off, in words; null before one, and for an unknown one. */
  readonly since: SinceWords | null;
  readonly left: (ExportedRegionFace & { readonly url: string }) | null;
}

const STAYS: SinceWords = { word: 'stays here', color: 'faint', more: [] };

/**
 * The regions that could leave, each with what has become of it since the hand-off that is looked at; where all is as it was
 * handed off, with how it differed from the time before.
 */
export function regionEntries(
  document: SongDocument,
  options: ExportOptions,
  result: ExportResult | null,
  since: ReadonlyMap<Id, Since> | null,
  isAsLeft: boolean,
): Entry[] {
  const left = new Map(result?.regions.map((region) => [region.id, region]));
  return planRegions(document, options).map((region): Entry => {
    const hits = leavingTimeline(document, region.scope, options).events.length;
    if (!isTicked(document, region, options))
      return { ...region, hits, isTicked: false, since: STAYS, left: null };
    const file = left.get(region.id);
    const now = since?.get(region.id);
    // A region that is unchanged can be had as it left.
    const isThere = isAsLeft || now?.state === 'same';
    return {
      ...region,
      hits: isAsLeft && file ? file.hits : hits,
      isTicked: true,
      since:
        isAsLeft && file ? stateWords(file.state) : now ? sinceWords(document, now) : file ? BEFORE : null,
      left: file && result && isThere ? { ...file, url: downloadUrl.region(result.exportId, file.id) } : null,
    };
  });
}

function stateWords(state: Since['state']): SinceWords {
  return { word: STATE_WORDS[state], color: STATE_COLORS[state], more: [] };
}

/** The ticks once some regions are said to leave or to stay; of what is as usual nothing is said. */
export function ticked(
  document: SongDocument,
  { ticks }: ExportOptions,
  regions: readonly RegionPlan[],
  leaves: boolean,
): ExportOptions['ticks'] {
  const next = { ...ticks };
  for (const region of regions) {
    if (isTicked(document, region, { ticks: {} }) === leaves) delete next[region.id];
    else next[region.id] = leaves;
  }
  return next;
}
