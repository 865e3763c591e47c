import {
  barTicks,
  type Candidate,
  feelOf,
  FILL_STARTERS,
  type FillRecipe,
  type Id,
  indexOf,
  recipeFrom,
  resolve,
  type SongDocument,
  USUAL_FILL,
} from '@plucky/core';
import { createForSong } from '../../../session/song-store.ts';
import { freshSeed } from '../../../shared/fresh-id.ts';
import { makeOnBench } from './maker.ts';

/** How many fills are on the bench. */
export const SHOWN = 12;

export type Sorting = 'as made' | 'contrast' | 'busy' | 'lift';

/** What lies on the bench: a recipe for a groove, and the fills made from it. It is neither undone nor saved. */
export interface Bench {
  readonly groove: Id | null;
  readonly recipe: FillRecipe;
  readonly fills: readonly Candidate[];
  /** Why none could be made, or fewer than there is room for. */
  readonly trouble: string | null;
  readonly short: string | null;
  readonly making: boolean;
  /** The id of the fill that is heard and worked on. */
  readonly chosen: Id | null;
  readonly sorting: Sorting;
  readonly playableOnly: boolean;
  readonly showsHands: boolean;
  readonly locked: ReadonlySet<number>;
}

export const useBench = createForSong<Bench>(() => ({
  groove: null,
  recipe: { ...USUAL_FILL, takeOver: 1920, seed: 1 },
  fills: [],
  trouble: null,
  short: null,
  making: false,
  chosen: null,
  sorting: 'as made',
  playableOnly: false,
  showsHands: false,
  locked: new Set(),
}));

/** What the first recipe has of its own: room for fills to differ. */
const BEGIN: Partial<FillRecipe> = { travel: 'anywhere', path: [], figures: [], busy: 70 };

const set = useBench.setState;

/** Lays a groove on the bench, with the recipe that was there or one to begin with. */
export function layOnBench(document: SongDocument, groove: Id): void {
  const bench = useBench.getState();
  if (bench.groove === groove) return;
  const { meter } = feelOf(document, resolve(document, groove));
  const { voicesOf, pattern } = indexOf(document);
  const [starter] = FILL_STARTERS;
  const bar = barTicks(meter);
  const fits = bench.groove !== null && bench.recipe.takeOver <= 4 * bar;
  const recipe =
    fits || !starter
      ? bench.recipe
      : {
          ...recipeFrom(starter, meter, voicesOf(pattern(groove)?.part ?? ''), freshSeed()),
          ...BEGIN,
        };
  set({ groove, recipe, fills: [], chosen: null, locked: new Set() });
}

const FAILED =
  'Making fills has failed, and what lay on the bench is still there. It has been started anew: press Make others.';

/** Makes the fills of the recipe; what was asked for later is what counts. */
export async function makeFills(document: SongDocument): Promise<void> {
  const { groove, recipe, playableOnly } = useBench.getState();
  if (!groove) return;
  set({ making: true });
  const records = Object.values(document.records);
  const answer = await makeOnBench(async (maker) =>
    maker.candidates(records, groove, recipe, SHOWN, playableOnly),
  );
  const now = useBench.getState();
  if (answer.kind === 'outdated') return;
  if (now.recipe !== recipe || now.groove !== groove || now.playableOnly !== playableOnly) return;
  if (answer.kind === 'failed') {
    set({ trouble: FAILED, making: false });
    return;
  }
  const made = answer.value;
  if ('reason' in made) {
    set({ fills: [], trouble: made.reason, short: null, making: false, chosen: null });
    return;
  }
  const { fills, short } = made;
  set({ fills, short, trouble: null, making: false, chosen: null, locked: new Set() });
}

/** Makes fills near the one given, which stays the first of them. */
export async function makeNear(document: SongDocument, candidate: Candidate): Promise<void> {
  const { groove, recipe } = useBench.getState();
  if (!groove) return;
  set({ making: true });
  const records = Object.values(document.records);
  const answer = await makeOnBench(async (maker) =>
    maker.near(records, groove, candidate, freshSeed(), SHOWN - 1),
  );
  const now = useBench.getState();
  if (answer.kind === 'outdated' || now.recipe !== recipe || now.groove !== groove) return;
  if (answer.kind === 'failed') set({ trouble: FAILED, making: false });
  else if ('reason' in answer.value) set({ trouble: answer.value.reason, making: false });
  else set({ fills: [candidate, ...answer.value], making: false });
}

/** Changes the recipe; the fills are made anew from it. */
export function setRecipe(fields: Partial<FillRecipe>): void {
  set(({ recipe }) => ({ recipe: { ...recipe, ...fields } }));
}

/** Puts a fill in place of another one of the bench. */
export function replaceFill(old: Id, next: Candidate): void {
  set(({ fills, chosen }) => ({
    fills: fills.map((one) => (one.pattern.id === old ? next : one)),
    chosen: chosen === old ? next.pattern.id : chosen,
  }));
}

export function discardFill(id: Id): void {
  set(({ fills, chosen }) => ({
    fills: fills.filter((one) => one.pattern.id !== id),
    chosen: chosen === id ? null : chosen,
  }));
}

export function chooseFill(chosen: Id | null): void {
  set(({ chosen: before, locked }) => ({ chosen, locked: before === chosen ? locked : new Set() }));
}

const ORDER: Readonly<Record<Sorting, (one: Candidate) => number>> = {
  'as made': () => 0,
  contrast: ({ figures }) => -figures.contrast,
  busy: ({ figures }) => -figures.hitsPerBeat,
  lift: ({ figures }) => -figures.lift,
};

/** The fills in the order in which they are shown. */
export function shownFills({ fills, sorting, playableOnly }: Bench): readonly Candidate[] {
  return fills
    .filter((one) => !playableOnly || one.conflicts.length === 0)
    .toSorted((a, b) => ORDER[sorting](a) - ORDER[sorting](b));
}
