import { BUILD_STARTERS, buildFrom, type BuildStarter } from '@plucky/core/make';
import { feelOf, resolve } from '@plucky/core/pattern';
import {
  type BuildDraft,
  type BuildRecipe,
  type Drafts,
  type Id,
  indexOf,
  laidFirst,
  MOST_DRAFTS,
  type Pattern,
  type SongDocument,
  voicesOfBuild,
} from '@plucky/core/song';
import { useMemo } from 'react';
import { createForSong } from '../../../session/song-store.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { useDraftEdits, useDrafts } from '../draft-record.ts';

/** Number of first build-ups, and the most. */
const FIRST = 4;
export const MOST_BUILDS = MOST_DRAFTS.builds;

/** Which build-up is looked at in this sitting, and the one of the song that was brought here to be changed. */
interface Looking {
  readonly chosen: Id | null;
  readonly brought: { readonly part: Id; readonly build: BuildDraft } | null;
}

export const useBuildLooking = createForSong<Looking>(() => ({ chosen: null, brought: null }));

export function chooseBuild(chosen: Id): void {
  useBuildLooking.setState({ chosen });
}

/** Makes a draft of a build-up of the song, to be changed there. */
export function reworkBuild({ id, name, part, builtBy, parent }: Pattern): void {
  if (!builtBy || !parent) return;
  const build = { id: `again-${id}`, name, recipe: builtBy, of: id };
  useBuildLooking.setState({ brought: { part, build }, chosen: build.id });
}

/** A starter as a build-up for the end of a groove. */
export function buildOf(
  starter: BuildStarter,
  document: SongDocument,
  groove: Id,
  id = freshId(),
): BuildDraft {
  const resolved = resolve(document, groove);
  const voices = indexOf(document).voicesOf(resolved.pattern.part);
  const { meter } = feelOf(document, resolved);
  return { id, name: starter.name, recipe: buildFrom(starter, meter, voices) };
}

/** The drafts of build-ups of a part, all of whose rows are there; starters where there are none yet. */
export function buildsFor(
  document: SongDocument,
  groove: Id,
  drafts: Drafts,
  brought: Looking['brought'],
): readonly BuildDraft[] {
  const { part } = resolve(document, groove).pattern;
  const rows = new Set(
    indexOf(document)
      .voicesOf(part)
      .map((voice) => voice.id),
  );
  const fits = ({ recipe }: BuildDraft) => voicesOfBuild(recipe).every((voice) => rows.has(voice));
  const stored = drafts.builds.find((one) => one.part === part)?.builds.filter(fits) ?? [];
  const first =
    brought?.part === part && !stored.some((one) => one.id === brought.build.id) ? [brought.build] : [];
  if (stored.length) {
    const others = stored.filter((one) => !first.some((again) => again.of === one.of));
    return [...first, ...others].slice(0, MOST_BUILDS);
  }
  const starters = BUILD_STARTERS.slice(0, FIRST - first.length);
  return [...first, ...starters.map((one, i) => buildOf(one, document, groove, `first-${i + 1}`))];
}

/** Drafts of build-ups, and all deeds on them. */
export interface BuildEditor {
  readonly builds: readonly BuildDraft[];
  readonly chosen: BuildDraft | undefined;
  /** Adds one more, and chooses it; refused when there is no room. */
  readonly add: (build: BuildDraft) => void;
  /** Changes the recipe of the one that is chosen. */
  readonly setBuild: (fields: Partial<BuildRecipe>, gesture?: string) => void;
  readonly rename: (id: Id, name: string) => void;
  /** Drops one; the next one is chosen. The last one stays. */
  readonly discard: (id: Id) => void;
  /** Writes what lies here into the song as it is, so that it is there again another day. */
  readonly lay: () => void;
}

/** The drafts of build-ups of a groove's part; `document` is the song without its drafts. */
export function useBuildEditor(document: SongDocument, groove: Id): BuildEditor {
  const drafts = useDrafts();
  const hands = useDraftEdits();
  const { chosen: wanted, brought } = useBuildLooking();
  const builds = useMemo(
    () => buildsFor(document, groove, drafts, brought),
    [document, groove, drafts, brought],
  );
  const chosen = builds.find((one) => one.id === wanted) ?? builds[0];
  return useMemo(() => {
    const { part } = resolve(document, groove).pattern;
    const lay = (now: Drafts, next: readonly BuildDraft[]): Drafts => ({
      ...now,
      builds: laidFirst(now.builds, { part, builds: [...next] }, (one) => one.part === part),
    });
    const change = (
      label: string,
      make: (builds: readonly BuildDraft[]) => readonly BuildDraft[],
      gesture?: string,
    ) =>
      hands.change(
        label,
        (now) => {
          const before = buildsFor(document, groove, now, brought);
          const next = make(before);
          return next === before ? now : lay(now, next);
        },
        gesture,
      );
    return {
      builds,
      chosen,
      add: (build) => {
        // The one that was there longest gives way when there is no room.
        change(`make a draft of ${build.name}`, (before) => [...before, build].slice(-MOST_BUILDS));
        chooseBuild(build.id);
      },
      setBuild: (fields, gesture) =>
        change(
          'change the recipe',
          (before) =>
            before.map((one) =>
              one.id === chosen?.id ? { ...one, recipe: { ...one.recipe, ...fields } } : one,
            ),
          gesture,
        ),
      rename: (id, name) =>
        change('rename a build-up', (before) =>
          before.map((one) => (one.id === id ? { ...one, name } : one)),
        ),
      discard: (id) => {
        const at = builds.findIndex((one) => one.id === id);
        if (at < 0 || builds.length === 1) return;
        change('discard a build-up', (before) => before.filter((one) => one.id !== id));
        const next = builds.filter((one) => one.id !== id)[Math.min(at, builds.length - 2)];
        if (chosen?.id === id && next) chooseBuild(next.id);
        if (brought?.build.id === id) useBuildLooking.setState({ brought: null });
      },
      lay: () =>
        hands.settle('make drafts of build-ups', (now) =>
          now.builds.some((one) => one.part === part)
            ? now
            : lay(now, buildsFor(document, groove, now, brought)),
        ),
    };
  }, [document, groove, hands, brought, builds, chosen]);
}
