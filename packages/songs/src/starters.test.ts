import { limbsOf } from '@plucky/core/make';
import { resolve } from '@plucky/core/pattern';
import { compile } from '@plucky/core/play';
import { indexOf, readSong } from '@plucky/core/song';
import { barTicks } from '@plucky/core/time';
import { songFrom } from './index.ts';
import { STARTERS } from './library.ts';

const all = Object.entries(STARTERS).map(([name, starter]) => {
  const { pattern, followers } = starter;
  const main = pattern.type === 'drums' ? 'main' : 'bass-main';
  return { name, ...starter, main, song: songFrom(pattern, pattern.name, 1, followers) };
});
const grooves = all.filter(({ pattern }) => pattern.type === 'drums');

test('there are at least 40 grooves and 20 lines, over at least 25 styles, a third of the grooves two to four bars long', () => {
  expect(grooves.length).toBeGreaterThanOrEqual(40);
  expect(all.length - grooves.length).toBeGreaterThanOrEqual(20);
  expect(new Set(grooves.map(({ style }) => style)).size).toBeGreaterThanOrEqual(25);
  const bars = grooves.map(({ pattern }) => pattern.length / barTicks(pattern.meter));
  expect(bars.filter((count) => count >= 2 && count <= 4).length).toBeGreaterThanOrEqual(grooves.length / 3);
});

test('grooves have accents, flams and drags, and late or early rows', () => {
  const hits = grooves.flatMap(({ pattern }) => Object.values(pattern.hits));
  expect(grooves.filter(({ pattern }) => pattern.accents.length > 0).length).toBeGreaterThanOrEqual(4);
  expect(hits.filter(({ flam }) => flam).length).toBeGreaterThanOrEqual(6);
  expect(hits.some(({ offsetMs }) => offsetMs > 0) && hits.some(({ offsetMs }) => offsetMs < 0)).toBe(true);
});

test.each(all.map((one) => [one.name, one] as const))(
  '%s comes with a variation and a fill that follow it, and nothing of it is lost',
  (_, { song, main, followers }) => {
    expect(() => readSong(Object.values(song.records))).not.toThrow();
    const heard = (id: string) =>
      compile(song, { kind: 'pattern', pattern: id }).events.map(({ tick, voice, note, velocity }) =>
        [tick, voice, note, velocity].join(' '),
      );
    expect(followers.map(({ role }) => role)).toEqual(['variation', 'fill']);
    for (const { role, pattern } of followers) {
      const id = `${main}-${role}`;
      const record = indexOf(song).pattern(id);
      expect([record?.parent, record?.role, record?.length]).toEqual([main, role, pattern.length]);
      expect(resolve(song, id).hits.filter(({ origin }) => origin !== 'silenced')).toHaveLength(
        Object.keys(pattern.hits).length,
      );
      expect(heard(id)).not.toEqual(heard(main));
      expect(heard(id).length).toBeGreaterThan(1);
    }
    const followed = resolve(song, `${main}-variation`).hits.filter(
      ({ origin }) => origin !== 'own' && origin !== 'silenced',
    );
    expect(followed.length).toBeGreaterThan(0);
  },
);

/** Styles that are made by machines: hats in rolls beside two hands' work. */
const BY_MACHINES = ['trap-like hats'];

test.each(grooves.filter(({ style }) => !BY_MACHINES.includes(style)).map((one) => [one.name, one] as const))(
  'a drummer can play %s, its variation and its fill at its tempo',
  (_, { song, main }) => {
    for (const id of [main, `${main}-variation`, `${main}-fill`]) {
      const { conflicts } = limbsOf(song, id);
      expect([id, conflicts]).toEqual([id, []]);
    }
  },
);
