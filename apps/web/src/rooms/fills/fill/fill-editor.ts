import { type Candidate, FILL_STARTERS, measured, recipeFrom, USUAL_FILL } from '@plucky/core/make';
import { feelOf, resolve, rowsNamed } from '@plucky/core/pattern';
import {
  type FillDrafts,
  type FillRecipe,
  type Id,
  indexOf,
  laidFirst,
  MOST_DRAFTS,
  type Pattern,
  type SongDocument,
} from '@plucky/core/song';
import { barTicks, cacheWhileSame, seedFrom } from '@plucky/core/time';
import { useEffect, useMemo } from 'react';
import { createForSong } from '../../../session/song-store.ts';
import { freshSeed } from '../../../shared/fresh-id.ts';
import { type DraftEdits, useDraftEdits, useDrafts } from '../draft-record.ts';
import { makeDrafts } from './maker.ts';

/** Number of fills made at a time. */
export const SHOWN = 12;

/** State of this sitting: fills that nobody has touched, which their recipe makes again, and failures. */
interface Sitting {
  readonly untouched: FillDrafts | null;
  /** The fill that others are being made near of. */
  readonly near: Id | null;
  /** Why none could be made of a recipe. */
  readonly trouble: { readonly of: string; readonly reason: string } | null;
}

export const useSitting = createForSong<Sitting>(() => ({ untouched: null, near: null, trouble: null }));

/** Fields of the first recipe: room for fills to differ. */
const BEGIN: Partial<FillRecipe> = { travel: 'anywhere', path: [], figures: [], busy: 70 };

const FAILED =
  'Making fills has failed, and the drafts of before are still there. It has been started anew: press Make others.';

/** Everything that drafts of fills are made from, to tell whether it is still what was asked. */
function wishOf({ groove, recipe, playableOnly }: FillDrafts): string {
  return JSON.stringify([groove, recipe, playableOnly]);
}

/** The first drafts of a groove, with the recipe that was worked with last or one to begin with. */
function beginFills(document: SongDocument, groove: Id, last: FillRecipe | undefined): FillDrafts {
  const { meter } = feelOf(document, resolve(document, groove));
  const { voicesOf, pattern, song } = indexOf(document);
  const [starter] = FILL_STARTERS;
  const seed = seedFrom('bench', song.seed, groove) >>> 0;
  const fits = last && last.takeOver <= 4 * barTicks(meter);
  const voices = voicesOf(pattern(groove)?.part ?? '');
  const first = starter ? recipeFrom(starter, meter, voices, seed) : USUAL_FILL;
  const recipe = fits ? last : { takeOver: barTicks(meter), seed, ...first, ...BEGIN };
  return { groove, recipe, playableOnly: false, fills: [], isMade: false };
}

/** Drafts of fills of a groove, and all deeds on them. */
export interface FillEditor {
  readonly recipe: FillRecipe;
  readonly playableOnly: boolean;
  readonly fills: readonly Candidate[];
  readonly isMaking: boolean;
  /** Why none could be made, or fewer than there is room for. */
  readonly trouble: string | null;
  readonly short: string | null;
  readonly window: FillDrafts['window'];
  readonly setRecipe: (fields: Partial<FillRecipe>, gesture?: string) => void;
  readonly setPlayableOnly: (playableOnly: boolean) => void;
  readonly replace: (old: Id, next: Candidate) => void;
  readonly discard: (id: Id) => void;
  readonly putFirst: (fill: Candidate) => void;
  readonly setWindow: (window: NonNullable<FillDrafts['window']>, gesture?: string) => void;
  /** Makes fills near one, which stays the first of them. */
  readonly makeNear: (fill: Candidate) => Promise<void>;
  /** Writes what lies here into the song as it is, so that it is there again another day. */
  readonly lay: () => void;
}

/** The drafts of fills of a groove; `document` is the song without its drafts. */
export function useFillEditor(document: SongDocument, groove: Id): FillEditor {
  const drafts = useDrafts();
  const hands = useDraftEdits();
  const { untouched, near, trouble } = useSitting();
  const stored = drafts.fills.find((one) => one.groove === groove);
  const last = drafts.fills[0]?.recipe;
  const first = useMemo(() => beginFills(document, groove, last), [document, groove, last]);
  const here = stored ?? (untouched?.groove === groove ? untouched : first);
  const wish = wishOf(here);

  useEffect(() => {
    if (here.isMade) return;
    void makeFills(document, here).then((made) => {
      if (made === null) return;
      if ('reason' in made) {
        useSitting.setState({ trouble: { of: wish, reason: made.reason } });
        return;
      }
      takeMade(hands, wish, made);
    });
    // Edits of the song elsewhere leave the drafts as they are; another recipe or groove makes them anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [wish, here.isMade, hands]);

  const fills = candidatesOf(document, here);
  const deeds = useMemo(() => {
    const change = (label: string, make: (drafts: FillDrafts) => FillDrafts, gesture?: string) => {
      hands.change(label, (now) => withDrafts(now, groove, here, make), gesture);
    };
    const setFills = (label: string, make: (fills: readonly Pattern[]) => readonly Pattern[]) =>
      change(label, (drafts) => {
        const fills = make(drafts.fills);
        return fills === drafts.fills ? drafts : { ...drafts, fills: fills.slice(0, MOST_DRAFTS.fills) };
      });
    const putFirst = ({ pattern }: Candidate) =>
      setFills('add a draft of a fill', (before) => [
        pattern,
        ...before.filter((one) => one.id !== pattern.id),
      ]);
    return {
      setRecipe: (fields, gesture) =>
        change(
          'change the recipe',
          (drafts) => ({ ...drafts, recipe: { ...drafts.recipe, ...fields }, isMade: false }),
          gesture,
        ),
      setPlayableOnly: (playableOnly) =>
        change(playableOnly ? 'only playable fills' : 'all fills', (drafts) => ({
          ...drafts,
          playableOnly,
          isMade: false,
        })),
      replace: (old, next) =>
        setFills('change a fill', (before) => before.map((one) => (one.id === old ? next.pattern : one))),
      discard: (id) => setFills('discard a fill', (before) => before.filter((one) => one.id !== id)),
      putFirst,
      setWindow: (window, gesture) => change('move the window', (drafts) => ({ ...drafts, window }), gesture),
      makeNear: async (fill) => {
        const { id } = fill.pattern;
        useSitting.setState({ near: id });
        const answer = await makeDrafts(async (maker) =>
          maker.near(Object.values(document.records), groove, fill, freshSeed(), SHOWN - 1),
        );
        if (useSitting.getState().near === id) useSitting.setState({ near: null });
        if (answer.kind === 'outdated') return;
        const refused = answer.kind === 'failed' ? FAILED : 'reason' in answer.value && answer.value.reason;
        if (refused) useSitting.setState({ trouble: { of: wish, reason: refused } });
        else if (answer.kind === 'made' && !('reason' in answer.value)) {
          const others = answer.value;
          others.forEach((one) => candidateCache(one.pattern, [document], () => one));
          // It may have been discarded while the others were worked out, or changed: nobody's hand is undone by them.
          setFills('make others near a fill', (before) => {
            const it = before.find((one) => one.id === id);
            return it ? [it, ...others.map((one) => one.pattern)] : before;
          });
        }
      },
      lay: () =>
        hands.settle('make drafts of fills', (now) => withDrafts(now, groove, here, (drafts) => drafts)),
    } satisfies Partial<FillEditor>;
  }, [hands, groove, here, document, wish]);
  const troubled = trouble?.of === wish ? trouble.reason : null;
  return {
    ...deeds,
    recipe: here.recipe,
    playableOnly: here.playableOnly,
    window: here.window,
    fills,
    isMaking: (!here.isMade && troubled === null) || here.fills.some((one) => one.id === near),
    trouble: troubled,
    short: here.short ?? null,
  };
}

/** The drafts with those of a groove changed; `shown` are those that were shown and not stored. */
function withDrafts(
  drafts: ReturnType<typeof useDrafts>,
  groove: Id,
  shown: FillDrafts,
  make: (drafts: FillDrafts) => FillDrafts,
): typeof drafts {
  const isHere = (one: FillDrafts) => one.groove === groove;
  const before = drafts.fills.find(isHere) ?? shown;
  const next = make(before);
  return next === before && drafts.fills.some(isHere)
    ? drafts
    : { ...drafts, fills: laidFirst(drafts.fills, next, isHere) };
}

/** The fills of a recipe; null when something else has been asked for since. */
async function makeFills(
  document: SongDocument,
  drafts: FillDrafts,
): Promise<FillDrafts | { readonly reason: string } | null> {
  const { groove, recipe, playableOnly } = drafts;
  const answer = await makeDrafts(async (maker) =>
    maker.candidates(Object.values(document.records), groove, recipe, SHOWN, playableOnly),
  );
  if (answer.kind === 'outdated') return null;
  if (answer.kind === 'failed') return { reason: FAILED };
  const made = answer.value;
  if ('reason' in made) return made;
  made.fills.forEach((one) => candidateCache(one.pattern, [document], () => one));
  return {
    groove,
    recipe,
    playableOnly,
    fills: made.fills.map((one) => one.pattern),
    isMade: true,
    ...(made.short === null ? {} : { short: made.short }),
    ...(drafts.window ? { window: drafts.window } : {}),
  };
}

/** Fills go where their recipe is kept: into the song once it was changed by hand, else only into this sitting. */
function takeMade(hands: DraftEdits, wish: string, made: FillDrafts): void {
  const stored = hands.now().fills.find((one) => one.groove === made.groove);
  if (!stored) useSitting.setState({ untouched: made, trouble: null });
  else if (wishOf(stored) === wish && !stored.isMade)
    hands.settle('make fills', (now) => ({
      ...now,
      // The window may have been moved while they were worked out.
      fills: now.fills.map((one) =>
        one.groove === made.groove ? { ...made, ...(one.window ? { window: one.window } : {}) } : one,
      ),
    }));
}

const candidatesCache = cacheWhileSame<readonly Candidate[], FillDrafts>();

/** The fills that lie in drafts, but for those on rows that are gone. */
function candidatesOf(document: SongDocument, drafts: FillDrafts): readonly Candidate[] {
  return candidatesCache(drafts, [document], () => {
    const { pattern, voicesOf } = indexOf(document);
    const rows = new Set(voicesOf(pattern(drafts.groove)?.part ?? '').map((voice) => voice.id));
    return drafts.fills
      .filter((one) => [...rowsNamed(one)].every((row) => rows.has(row)))
      .map((one) => candidateFrom(document, one, drafts.recipe.takeOver));
  });
}

const candidateCache = cacheWhileSame<Candidate, Pattern>();

/** A fill with what is measured of it in the song as it is; what was measured already is not measured again. */
function candidateFrom(document: SongDocument, pattern: Pattern, takeOver: number): Candidate {
  return candidateCache(pattern, [document], () =>
    measured(document, pattern, pattern.madeBy?.takeOver ?? takeOver),
  );
}
