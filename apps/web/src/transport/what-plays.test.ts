import { indexOf } from '@plucky/core';
import { blankSong, DEMO_SONGS } from '@plucky/songs';
import { type Choices, whatPlays } from './what-plays.ts';

const song = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const session = (fields: Partial<Choices> = {}): Choices => ({
  pattern: 'lift',
  occurrence: null,
  slot: null,
  reach: { groove: 'pattern', sheet: 'song' },
  loop: null,
  ...fields,
});

test('the play button says in words what it plays', () => {
  const title = (room: 'groove' | 'sheet' | 'hand-off', fields: Partial<Choices> = {}) =>
    whatPlays(song, room, session(fields), null)?.title;
  expect(title('groove')).toBe('Verse lift, looping 2 bars');
  expect(title('groove', { loop: { from: 960, to: 2880 } })).toBe('Verse lift, looping 2 beats from 1.2.1');
  expect(title('groove', { reach: { groove: 'section', sheet: 'song' } })).toBe('Intro, looping 8 bars');
  expect(title('sheet')).toBe('Whole song, from the start');
  expect(title('sheet', { occurrence: 'o2' })).toBe('Whole song, from Verse 1');
  expect(
    title('sheet', { reach: { groove: 'pattern', sheet: 'slot' }, slot: { occurrence: 'o2', slot: 's3' } }),
  ).toBe('One slot of Verse 1, looping 1 bar');
  expect(title('hand-off')).toBe('Whole song, from the start');
});

test('what cannot play is null', () => {
  const blank = blankSong('New', 1);
  expect(whatPlays(blank, 'sheet', session(), null)).toBeNull();
  expect(whatPlays(blank, 'groove', session({ pattern: 'gone' }), null)).toBeNull();
  expect(
    whatPlays(
      song,
      'groove',
      session({ pattern: 'nobody', reach: { groove: 'section', sheet: 'song' } }),
      null,
    ),
  ).toBeNull();
});

test('the whole song starts where the chosen section stands', () => {
  const what = whatPlays(song, 'sheet', session({ occurrence: 'o3' }), null);
  expect(what?.start).toBe(24 * 3840);
  expect(indexOf(song).song.form[2]?.section).toBe('build');
});
