import { documentOf, type Layer, type Slot } from '../song/index.ts';
import { layer, pattern, section, smallSong, song } from '../testing/songs.ts';
import { phraseEnds } from './bare-ends.ts';

const BAR = 3840;

/** For each phrase of four bars of a verse of these slots: true when it ends bare. */
function bare(...slots: readonly Omit<Slot, 'id'>[]): boolean[] {
  const document = documentOf([
    ...Object.values(smallSong().records),
    pattern('fill', { role: 'fill' }),
    section(
      'verse',
      slots.map((slot, i) => ({ id: `s${i}`, ...slot })),
    ),
    song({ form: [{ id: 'o', section: 'verse', times: 2, silencedVoices: [] }] }),
  ]);
  return phraseEnds(document).map((one) => one.isBare);
}
const bars = (count: number, ...layers: Layer[]) => ({ length: count * BAR, layers });

test('a groove that just goes on ends bare, also within a slot; each phrase of the form once', () => {
  expect(bare(bars(8, layer('main')))).toEqual([true, true]);
  expect(bare(bars(3, layer('main')), bars(1, layer('variation')), bars(2, layer('main')))).toEqual([
    true,
    true,
  ]);
});

test('a fill up to the end, a landing, a slowing, silenced rows and a rest are no bare ends', () => {
  const fill = layer('fill', { from: -BAR });
  expect(bare(bars(4, layer('main', { to: -BAR }), fill), bars(4, layer('main')))).toEqual([false, true]);
  expect(bare({ ...bars(4, layer('main')), landing: { voice: 'kick', velocity: 90 } })).toEqual([false]);
  expect(bare({ ...bars(4, layer('main')), slows: { over: BAR, to: 60 } })).toEqual([false]);
  expect(bare(bars(4, layer('main', { silencedVoices: ['kick'] })))).toEqual([false]);
  expect(bare(bars(4))).toEqual([false]);
});

test('a fill that ends before the phrase does, or is hidden, leaves it bare', () => {
  expect(bare(bars(4, layer('main'), layer('fill', { from: BAR, to: 2 * BAR })))).toEqual([true]);
  expect(bare(bars(4, layer('main'), layer('fill', { from: -5 * BAR })))).toEqual([true]);
  // Its landing is at the end of the slot, not of the phrase within it.
  expect(bare({ ...bars(8, layer('main')), landing: { voice: 'kick', velocity: 90 } })).toEqual([
    true,
    false,
  ]);
});
