import {
  addHits,
  changeHits,
  newVariation,
  removeHits,
  toggleSilenced,
  tuneShape,
} from '../../pattern/index.ts';
import { type BuildRecipe, indexOf, moveVoice, type SongDocument } from '../../song/index.ts';
import { after, hit, smallSong } from '../../testing/songs.ts';
import { buildPattern } from './build-up.ts';
import { changeBuild, handWorkOf } from './rework.ts';
import { USUAL_BUILD } from './starters.ts';

const recipe: BuildRecipe = {
  ...USUAL_BUILD,
  voice: 'snare',
  second: null,
  lasts: 3840,
  speed: 'steady',
  rate: { from: 2, to: 2 },
  under: 'groove',
};

function withBuilt(): SongDocument {
  const made = buildPattern(smallSong(), 'main', recipe, 'rise', 'Rise');
  if ('reason' in made) throw new Error(made.reason);
  return after(smallSong(), { label: 'build', put: [made], remove: [] });
}

/** One hit louder, one taken out, one of another row added, and a kick of the groove silenced. */
function edited(): SongDocument {
  let now = withBuilt();
  now = after(
    now,
    changeHits(now, 'rise', ['b2'], () => ({ velocity: 11 })),
  );
  now = after(now, removeHits(now, 'rise', ['b3']));
  now = after(now, addHits(now, 'rise', [{ id: 'mine', ...hit('tom', 240) }]));
  return after(now, toggleSilenced(now, 'rise', ['k1']));
}

const own = (document: SongDocument) => indexOf(document).pattern('rise')?.own ?? {};
const faster: BuildRecipe = { ...recipe, rate: { from: 4, to: 4 } };

test('what was done by hand to a build-up is told, and nothing where nothing was', () => {
  expect(handWorkOf(withBuilt(), 'rise')).toEqual([]);
  expect(handWorkOf(withBuilt(), 'main')).toEqual([]);
  const words = handWorkOf(edited(), 'rise');
  expect(words.slice(0, 3)).toEqual(['1 hit of it changed', '1 hit added', '1 hit taken out']);
  expect(words).toContain('1 hit silenced');
});

test('a changed build-up keeps what was done by hand when it is asked to, and loses it otherwise', () => {
  const before = edited();
  const kept = after(before, changeBuild(before, 'main', 'rise', faster, 'Rise', true));
  expect(own(kept)['b2']?.velocity).toBe(11);
  expect(own(kept)['b2']?.at).toBe(480 / 2);
  expect([own(kept)['b3'], own(kept)['mine']?.voice]).toEqual([undefined, 'tom']);
  expect(indexOf(kept).pattern('rise')?.silenced).toEqual(['k1']);
  expect(handWorkOf(kept, 'rise')).toEqual(handWorkOf(before, 'rise'));
  const lost = after(before, changeBuild(before, 'main', 'rise', faster, 'Rise', false));
  expect(handWorkOf(lost, 'rise')).toEqual([]);
});

test('a changed hit that the new stream has no more is kept as one that was added', () => {
  let now = withBuilt();
  now = after(
    now,
    changeHits(now, 'rise', ['b8'], () => ({ velocity: 99 })),
  );
  const slower = { ...recipe, rate: { from: 1, to: 1 } };
  const kept = after(now, changeBuild(now, 'main', 'rise', slower, 'Rise', true));
  expect(own(kept)['b8']).toMatchObject({ at: 7 * 480, velocity: 99 });
  expect(changeBuild(now, 'main', 'gone', slower, 'Rise', true)).toEqual({
    reason: 'Rise is no longer in the song.',
  });
});

test('rows that moved since are no work by hand, and a rule of the recipe that was set otherwise stays so', () => {
  const built = withBuilt();
  const thinned = after(
    built,
    changeBuild(built, 'main', 'rise', { ...recipe, under: 'nothing' }, 'Rise', false),
  );
  const moved = after(thinned, moveVoice(thinned, 'kick', 3));
  expect(handWorkOf(moved, 'rise')).toEqual([]);
  const again = after(moved, changeBuild(moved, 'main', 'rise', faster, 'Rise', true));
  expect(handWorkOf(again, 'rise')).toEqual([]);

  const [rule] = indexOf(thinned).pattern('rise')?.shapes ?? [];
  if (rule?.rule !== 'silence') throw new Error('The recipe has no such rule.');
  const later = after(thinned, tuneShape(thinned, 'rise', { ...rule, from: 1920 }));
  expect(handWorkOf(later, 'rise')).toEqual(['1 rule']);
  const longer = { ...faster, under: 'nothing' as const };
  const kept = after(later, changeBuild(later, 'main', 'rise', longer, 'Rise', true));
  expect(indexOf(kept).pattern('rise')?.shapes).toEqual([{ ...rule, from: 1920 }]);
});

test('a build-up is not made from what follows it', () => {
  const built = withBuilt();
  const varied = after(built, newVariation(built, 'rise', 'higher', 'Higher'));
  for (const groove of ['rise', 'higher'])
    expect(changeBuild(varied, groove, 'rise', faster, 'Rise', false)).toMatchObject({
      reason: expect.stringContaining('follows Rise') as string,
    });
});
