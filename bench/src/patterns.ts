import { fillCandidates, fillPattern, POOL, USUAL_FILL } from '@plucky/core/make';
import { resolve } from '@plucky/core/pattern';
import { compile } from '@plucky/core/play';
import { type Figure, figure, inTurns, perSecond } from './measure.js';
import { family, FOLLOWERS, levelling, longSong, touching } from './songs.js';

const BARS = 1000;
const RUNS = 15;
const WHOLE = { kind: 'song' } as const;

/** Cost of an edit: of a pattern that 200 others follow, and of one slot of a song of 1,000 bars. */
export async function patternFigures(): Promise<Figure[]> {
  const long = longSong((song) => compile(song, WHOLE).length >= BARS * 3840);
  const followers = family();
  const [touched, levelled] = [touching(), levelling()];
  const resolving = await inTurns(
    {
      'family 200 resolve': () => {
        const document = touched(followers);
        for (let i = 0; i < FOLLOWERS; i++) resolve(document, `follower-${i}`);
      },
      'one compile': () => compile(touched(followers), WHOLE),
      'compile 1000 bars': () => compile(touched(long), WHOLE),
    },
    RUNS,
  );
  compile(long, WHOLE);
  const slotEdits = await inTurns(
    {
      'one slot edited of 1000 bars': () => compile(levelled(long), WHOLE),
      'none edited of 1000 bars': () => compile({ ...long }, WHOLE),
    },
    RUNS,
  );
  return [
    figure(resolving, 'family 200 resolve', RUNS),
    figure(resolving, 'compile 1000 bars', RUNS),
    figure(slotEdits, 'one slot edited of 1000 bars', RUNS),
  ];
}

/** Twelve fills chosen from a pool, and the same pool without choosing. */
export async function fillFigures(): Promise<Figure[]> {
  const song = longSong(() => true);
  let seed = 0;
  const recipe = { ...USUAL_FILL, takeOver: 1920, seed: 1 };
  const filling = await inTurns(
    {
      'fills scored': () => fillCandidates(song, 'main', { ...recipe, seed: ++seed }, 12),
      'fills unscored': () => {
        for (let i = 0; i < POOL; i++) fillPattern(song, 'main', { ...recipe, seed: i }, 'fill', 'Fill');
      },
    },
    RUNS,
  );
  return [
    figure(filling, 'fills scored', RUNS),
    perSecond(filling, 'fills scored', 'fill candidates', POOL, RUNS),
  ];
}
