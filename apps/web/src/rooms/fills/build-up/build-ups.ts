import {
  BUILD_STARTERS,
  buildFrom,
  type BuildRecipe,
  type BuildStarter,
  feelOf,
  type Id,
  indexOf,
  type Pattern,
  resolve,
  type SongDocument,
  voicesOfBuild,
} from '@plucky/core';
import { createForSong } from '../../../session/song-store.ts';
import { freshId } from '../../../shared/fresh-id.ts';

/** One build-up on the bench: its recipe, and the pattern of the song that it was, if it was one. */
export interface Build {
  readonly id: Id;
  readonly name: string;
  readonly recipe: BuildRecipe;
  readonly of?: Id;
}

/** The build-ups that lie on the bench to be compared. They are neither undone nor saved. */
export interface Builds {
  readonly part: Id | null;
  readonly builds: readonly Build[];
  readonly chosen: Id | null;
}

/** How many lie there to begin with, and at most. */
const FIRST = 4;
export const MOST_BUILDS = 9;

export const useBuilds = createForSong<Builds>(() => ({ part: null, builds: [], chosen: null }));

const set = useBuilds.setState;

/** Lays the first starters on the bench of a part, unless something lies there already. */
export function layBuilds(document: SongDocument, groove: Id): void {
  const { part } = resolve(document, groove).pattern;
  const now = useBuilds.getState();
  const rows = new Set(
    indexOf(document)
      .voicesOf(part)
      .map((voice) => voice.id),
  );
  const fits = ({ recipe }: Build) => voicesOfBuild(recipe).every((voice) => rows.has(voice));
  const kept = now.builds.filter(fits);
  if (now.part === part && kept.length === now.builds.length && kept.length) return;
  const builds = [...kept, ...BUILD_STARTERS.slice(0, FIRST - Math.min(FIRST, kept.length)).map(from)];
  function from(starter: BuildStarter): Build {
    return buildOf(starter, document, groove);
  }
  set({ part, builds, chosen: builds[0]?.id ?? null });
}

/** A starter as a build-up for the end of a groove. */
export function buildOf(starter: BuildStarter, document: SongDocument, groove: Id): Build {
  const resolved = resolve(document, groove);
  const voices = indexOf(document).voicesOf(resolved.pattern.part);
  const { meter } = feelOf(document, resolved);
  return { id: freshId(), name: starter.name, recipe: buildFrom(starter, meter, voices) };
}

/** Lays one more on the bench, and chooses it; the one that was there longest gives way when there is no room. */
export function addBuild(build: Build): void {
  set(({ builds }) => ({ builds: [...builds, build].slice(-MOST_BUILDS), chosen: build.id }));
}

/** Lays a build-up of the song on the bench, to be changed there, beside starters where nothing lies yet. */
export function reworkBuild(document: SongDocument, pattern: Pattern): void {
  const { id, name, part, builtBy, parent } = pattern;
  if (!builtBy || !parent) return;
  const now = useBuilds.getState();
  const isHere = now.part === part && now.builds.length > 0;
  const others = isHere
    ? now.builds.filter((one) => one.of !== id)
    : BUILD_STARTERS.slice(0, FIRST - 1).map((starter) => buildOf(starter, document, parent));
  const build: Build = { id: freshId(), name, recipe: builtBy, of: id };
  set({ part, builds: [build, ...others].slice(0, MOST_BUILDS), chosen: build.id });
}

export function chooseBuild(chosen: Id): void {
  set({ chosen });
}

/** Changes the recipe of the one that is chosen. */
export function setBuild(fields: Partial<BuildRecipe>): void {
  set(({ builds, chosen }) => ({
    builds: builds.map((one) => (one.id === chosen ? { ...one, recipe: { ...one.recipe, ...fields } } : one)),
  }));
}

export function renameBuild(id: Id, name: string): void {
  set(({ builds }) => ({ builds: builds.map((one) => (one.id === id ? { ...one, name } : one)) }));
}

/** Takes one off the bench; the next one is chosen. The last one stays. */
export function discardBuild(id: Id): void {
  set(({ builds, chosen }) => {
    const at = builds.findIndex((one) => one.id === id);
    if (at < 0 || builds.length === 1) return {};
    const left = builds.toSpliced(at, 1);
    return {
      builds: left,
      chosen: chosen === id ? (left[Math.min(at, left.length - 1)]?.id ?? null) : chosen,
    };
  });
}
