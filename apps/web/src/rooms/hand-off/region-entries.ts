import { leavingTimeline, planRegions, playsSomething, type RegionPlan, type Since } from '@plucky/core/midi';
import { type ExportOptions, type Family, type Id, indexOf, type SongDocument } from '@plucky/core/song';
import { downloadUrl, type EarlierRegionFace, type ExportResult } from '../../api/client.ts';
import { leftRegions } from './left-regions.ts';
import { BEFORE, type SinceWords, sinceWords, STATE_COLORS, STATE_WORDS } from './since-words.ts';
import type { SinceOf } from './useSince.ts';

/** One line of the table: a region that could leave, and what has left of it. */
export interface Entry extends RegionPlan {
  /** True for a region that leaves. */
  readonly isTicked: boolean;
  /** True for a region that stays though the other side has another state of it, or nothing. */
  readonly isBehind: boolean;
  /** Its strokes, for a picture, and its length, in ticks. */
  readonly marks: readonly Mark[];
  readonly length: number;
  /** Number of its notes that leave. */
  readonly hits: number;
  /** Its state since it last left, in words; null before that, and for an unknown one. */
  readonly since: SinceWords | null;
  /** The number of the hand-off that its file at the other side came with. */
  readonly handOff: number | null;
  readonly left: (EarlierRegionFace & { readonly url: string }) | null;
}

/** A stroke of a region at its tick. */
interface Mark {
  readonly tick: number;
  readonly family: Family;
}

const STAYS: SinceWords = { word: 'stays here', color: 'faint', more: [] };

/**
 * The regions that could leave, each with what has become of it since it left last, up to the hand-off that is looked at; where all
 * is as it was handed off, with how it differed from the time before.
 */
export function regionEntries(
  document: SongDocument,
  options: ExportOptions,
  result: ExportResult | null,
  since: SinceOf | null,
  leaving: ReadonlySet<Id>,
  isAsLeft: boolean,
): Entry[] {
  const { voice: voiceOf } = indexOf(document);
  const left = result ? leftRegions(result) : new Map<Id, EarlierRegionFace>();
  return planRegions(document, options).map((region): Entry => {
    const { events, length } = leavingTimeline(document, region.scope, options);
    const hits = events.length;
    const file = left.get(region.id);
    const now = since?.get(region.id);
    const isTicked = leaving.has(region.id);
    const isSame = isAsLeft || now?.state === 'same';
    const isBehind =
      !isTicked &&
      result !== null &&
      since !== null &&
      !isSame &&
      (!!file || playsSomething(document, region));
    const known = isAsLeft && file ? wordsAsLeft(file, result) : now ? sinceWords(document, now) : null;
    const words = known ?? (file ? BEFORE : null);
    return {
      ...region,
      marks: events.flatMap(({ tick, voice }) => {
        const family = voiceOf(voice)?.family;
        return family ? [{ tick, family }] : [];
      }),
      length,
      hits: isAsLeft && file ? file.hits : hits,
      isTicked,
      isBehind,
      since: isBehind && words ? staying(words) : isTicked || file ? words : STAYS,
      handOff: file?.handOff ?? null,
      // A region that is unchanged can be had as it left.
      left: file && isSame ? { ...file, url: downloadUrl.region(file.exportId, file.id) } : null,
    };
  });
}

/** Words for a file of a hand-off beside the time before; one of an earlier hand-off is the same since. */
function wordsAsLeft({ state, handOff }: EarlierRegionFace, result: ExportResult | null): SinceWords {
  return stateWords(handOff === result?.number ? state : 'same');
}

function stateWords(state: Since['state']): SinceWords {
  return { word: STATE_WORDS[state], color: STATE_COLORS[state], more: [] };
}

function staying({ word, more }: SinceWords): SinceWords {
  return { word: `${word}, and stays here`, color: 'warn', more };
}
