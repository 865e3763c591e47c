import fc from 'fast-check';
import { phraseEnds } from '../../form/index.ts';
import { limbsOf } from '../../make/index.ts';
import {
  apply,
  documentOf,
  indexOf,
  isChange,
  serialize,
  type SongDocument,
  withRecord,
} from '../../song/index.ts';
import { after, hit, layer, pattern, section, smallSong, song, voice } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { placeDress, planDress } from './plan.ts';

const BAR = 3840;

/** Two verses and a chorus of two phrases each, all bare but for the end of the chorus, with three kept fills. */
function bareSong(): SongDocument {
  const fills = ['one', 'two', 'three'].map((id, i) =>
    pattern(id, {
      role: 'fill',
      order: 5 + i,
      parent: 'main',
      own: { a: hit('tom', 1920 + 480 * i), b: hit('snare', 3360) },
    }),
  );
  const slots = (name: string) =>
    [0, 1].map((i) => ({ id: `${name}${i}`, length: 4 * BAR, layers: [layer('main')] }));
  const verses = ['v1', 'v2'].map((id) => section(id, slots(id)));
  const chorus = section('c', [
    ...slots('c').slice(0, 1),
    { id: 'c1', length: 4 * BAR, layers: [layer('main', { to: -BAR }), layer('one', { from: -BAR })] },
  ]);
  return documentOf([
    ...Object.values(smallSong().records).filter(({ kind }) => kind !== 'section' && kind !== 'song'),
    ...fills,
    ...verses,
    { ...chorus, role: 'chorus' },
    song({
      form: ['v1', 'c', 'v2'].map((id) => ({ id: `o-${id}`, section: id, times: 1, silencedVoices: [] })),
    }),
  ]);
}

test('every bare end has something planned: light inside a section, strong at its end, never the same twice running', () => {
  fc.assert(
    fc.property(fc.nat(), (seed) => {
      const document = bareSong();
      const plan = planDress(document, seed);
      expect(plan.map(({ key }) => key)).toEqual([
        `v1-${4 * BAR}`,
        `v1-${8 * BAR}`,
        `c-${4 * BAR}`,
        `v2-${4 * BAR}`,
        `v2-${8 * BAR}`,
      ]);
      for (const { option, isStrong } of plan) expect(option?.strength).toBe(isStrong ? 'strong' : 'light');
      const names = plan.map(({ option }) => option?.pattern.id);
      // The chorus ends with a fill that is there already, between the third and the fourth.
      const running = [...names.slice(0, 3), 'one', ...names.slice(3)];
      running.forEach((name, i) => expect(i > 0 && name === running[i - 1]).toBe(false));
      expect(planDress(document, seed)).toEqual(plan);
    }),
    tries(40, 3),
  );
});

test('a plan that is taken leaves no end bare, touches none that was not, and is one step to undo', () => {
  fc.assert(
    fc.property(fc.nat(), (seed) => {
      const document = bareSong();
      const outcome = placeDress(document, planDress(document, seed));
      if (!isChange(outcome)) throw new Error('Nothing was planned.');
      const { document: next, inverse } = apply(document, outcome);
      expect(phraseEnds(next).filter(({ isBare }) => isBare)).toEqual([]);
      expect(indexOf(next).section('c')?.slots.at(-1)).toBe(indexOf(document).section('c')?.slots.at(-1));
      expect(serialize(apply(next, inverse).document)).toBe(serialize(document));
      expect(planDress(next, seed)).toEqual([]);
    }),
    tries(40, 4),
  );
});

test('another one is not the one before, one that is left bare stays so, and the rest of the plan is taken', () => {
  const document = bareSong();
  const [first, second] = planDress(document, 1);
  const key = first?.key ?? '';
  const other = planDress(document, 1, { [key]: 1 })[0];
  expect(other?.option?.pattern.id).not.toBe(first?.option?.pattern.id);
  const plan = planDress(document, 1, { [second?.key ?? '']: 'bare' });
  expect(plan[1]?.option).toBeNull();
  const next = after(document, placeDress(document, plan));
  expect(phraseEnds(next).flatMap(({ isBare }, i) => (isBare ? [i] : []))).toEqual([1]);
  expect(
    placeDress(
      document,
      plan.map((one) => ({ ...one, option: null })),
    ),
  ).toBeNull();
});

test('a fill that hands cannot play is not planned, and a song without drums has no plan', () => {
  const four = Object.fromEntries(['snare', 'hat', 'tom'].map((id) => [id, hit(id, 2880)]));
  const document = withRecord(bareSong(), pattern('hard', { role: 'fill', parent: 'main', own: four }));
  expect(limbsOf(document, 'hard').conflicts.length).toBeGreaterThan(0);
  for (let seed = 0; seed < 12; seed++)
    expect(planDress(document, seed).map(({ option }) => option?.pattern.id)).not.toContain('hard');
  expect(planDress(smallSong({ form: [] }), 1)).toEqual([]);
});

test('a bare end at which only notes play says so, and stays bare', () => {
  const [bass, low] = [
    { id: 'bass', kind: 'part' as const, name: 'Bass', type: 'notes' as const, channel: 1, order: 1 },
    voice('low', 41, { part: 'bass', family: 'note', sound: 'bass' }),
  ];
  const line = pattern('line', { part: 'bass', own: { a: hit('low', 0) } });
  const alone = section('v1', [{ id: 'v10', length: 8 * BAR, layers: [layer('line')] }]);
  const document = [bass, low, line, alone].reduce<SongDocument>(withRecord, bareSong());
  expect(phraseEnds(document).filter(({ section: one, isBare }) => one.id === 'v1' && isBare)).toHaveLength(
    2,
  );
  const plan = planDress(document, 1);
  expect(plan.map(({ section: id, option, why }) => [id, option !== null, why])).toEqual([
    ['v1', false, 'no drums play there'],
    ['v1', false, 'no drums play there'],
    ['c', true, null],
    ['v2', true, null],
    ['v2', true, null],
  ]);
  const next = after(document, placeDress(document, plan));
  expect(indexOf(next).section('v1')).toBe(indexOf(document).section('v1'));
});

test('a section’s end leads into a chorus by a long fill, the song stops on a stroke, and light ends stay inside', () => {
  for (let seed = 0; seed < 10; seed++) {
    const plan = planDress(bareSong(), seed);
    const kinds = plan.map(({ isStrong, option }) => [isStrong, option?.kind, option?.isLong]);
    expect(kinds.filter(([isStrong, kind]) => isStrong && kind === 'turn-around')).toEqual([]);
    expect(plan.at(-1)?.option?.kind).toBe('ending');
    expect(plan.slice(0, -1).filter(({ option }) => option?.kind === 'ending')).toEqual([]);
  }
  const long = Array.from({ length: 10 }, (_, seed) => planDress(bareSong(), seed)[1]?.option);
  expect(long.filter((one) => one?.isLong).length).toBeGreaterThan(6);
});

test('the end of a song whose last section is played twice stays bare, and says why', () => {
  const document = bareSong();
  const { form } = indexOf(document).song;
  const twice = withRecord(
    document,
    song({ form: form.map((one, i) => (i === form.length - 1 ? { ...one, times: 2 } : one)) }),
  );
  const last = planDress(twice, 1).at(-1);
  expect([last?.section, last?.option, last?.why]).toEqual([
    'v2',
    null,
    'the song ends here, and the section is played elsewhere too',
  ]);
});
