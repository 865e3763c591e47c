import {
  bestWindows,
  type Candidate,
  fillCandidates,
  type LongTake,
  longTake,
  moreLike,
  type Window,
} from '@plucky/core/make';
import { documentOf, type FillRecipe, type Id, type SongRecord } from '@plucky/core/song';
import { expose } from 'comlink';

/** Maker away from the page, so that the page never waits: the song's records go in, fills come out. */
const maker = {
  candidates: (
    records: readonly SongRecord[],
    groove: Id,
    recipe: FillRecipe,
    count: number,
    playableOnly: boolean,
  ) => fillCandidates(documentOf(records), groove, recipe, count, playableOnly),
  near: (records: readonly SongRecord[], groove: Id, candidate: Candidate, seed: number, count: number) =>
    moreLike(documentOf(records), groove, candidate, seed, count),
  take(
    records: readonly SongRecord[],
    groove: Id,
    recipe: FillRecipe,
    bars: number,
    length: number,
  ): { take: LongTake; best: readonly Window[] } | { reason: string } {
    const document = documentOf(records);
    const take = longTake(document, groove, recipe, bars, 'long-take');
    if ('reason' in take) return take;
    return { take, best: bestWindows(document, groove, recipe, take, length, 4) };
  },
};

export type Maker = typeof maker;
expose(maker);
