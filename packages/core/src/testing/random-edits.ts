import fc from 'fast-check';
import { withFollowers } from '../form/index.ts';
import { apply, type Change, isChange, type Outcome, serialize, type SongDocument } from '../song/index.ts';
import { FOLD_EDITS } from './edits/fold.ts';
import { FORM_EDITS } from './edits/form.ts';
import { MAKE_EDITS } from './edits/make.ts';
import { PATTERN_EDITS } from './edits/pattern.ts';
import { PLAN_EDITS } from './edits/plan.ts';
import { PLAY_EDITS } from './edits/play.ts';
import { type Dice, type Edits, rollOf } from './edits/roll.ts';
import { SONG_EDITS } from './edits/song.ts';
import { smallSong } from './songs.ts';

export type { Dice } from './edits/roll.ts';

/** Every edit of a song that core offers, by name. */
export const EDITS: Edits = {
  ...SONG_EDITS,
  ...PATTERN_EDITS,
  ...MAKE_EDITS,
  ...FORM_EDITS,
  ...PLAY_EDITS,
  ...PLAN_EDITS,
  ...FOLD_EDITS,
};
const NAMES = Object.keys(EDITS);

export const dice: fc.Arbitrary<Dice> = fc.record({ edit: fc.nat(999), a: fc.nat(9999), b: fc.nat(9999) });

/** The dice that name an edit, for a case that is kept. */
export function cast(name: string, a: number, b: number): Dice {
  const edit = NAMES.indexOf(name);
  if (edit < 0) throw new RangeError(`There is no edit ${name}.`);
  return { edit, a, b };
}

export function editFrom(document: SongDocument, { edit, a, b }: Dice): Outcome {
  const roll = rollOf(document, a, b);
  return roll && (EDITS[NAMES[edit % NAMES.length] ?? '']?.(roll) ?? null);
}

/** Runs edits on the small song; refused ones and those that change nothing are passed over. */
export function runEdits(rolls: readonly Dice[]): {
  document: SongDocument;
  inverses: Change[];
  before: string[];
} {
  let document = smallSong({ swing: { amount: 58, unit: 16 } });
  const inverses: Change[] = [];
  const before: string[] = [];
  for (const one of rolls) {
    const outcome = withFollowers(document, editFrom(document, one));
    if (!isChange(outcome)) continue;
    before.push(serialize(document));
    const applied = apply(document, outcome);
    ({ document } = applied);
    inverses.push(applied.inverse);
  }
  return { document, inverses, before };
}
