import type { Cue } from '@plucky/core/play';
import { indexOf } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { comesAt, type CueTime } from './cue-time.ts';

const song = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const BAR = 3840;
const verse: Cue = {
  id: 'a',
  at: BAR,
  plays: { kind: 'section', section: indexOf(song).song.form[1]?.section ?? '' },
};
const groove: Cue = { id: 'b', at: 1000, plays: { kind: 'pattern', pattern: 'main' } };
const silence: Cue = { id: 'c', at: 0, plays: { kind: 'silence' } };

test.each<[CueTime, Cue | undefined, number, number]>([
  ['at once', groove, 1001, 1200],
  ['at once', groove, 1200, 1440],
  ['beat', groove, 1001, 1920],
  ['bar', groove, 1001, BAR],
  ['bar', groove, BAR, 2 * BAR],
  // Two bars from where it began.
  ['round', groove, 1001, 1000 + 2 * BAR],
  ['round', groove, 1000 + 2 * BAR, 1000 + 4 * BAR],
  // One that began within its round ends with that.
  ['round', { ...groove, from: 960 }, 1001, 40 + 2 * BAR],
  ['round', silence, 1001, BAR],
  ['round', undefined, 1001, BAR],
])('%s, a cue given while %p sounds at tick %i comes at tick %i', (comes, sounding, place, at) =>
  expect(comesAt(song, sounding, place, comes)).toBe(at),
);

test('as a section ends, a cue comes at the end of its round', () => {
  const at = comesAt(song, verse, 2 * BAR, 'round');
  expect((at - BAR) % BAR).toBe(0);
  expect(at).toBeGreaterThan(8 * BAR);
});
