import { buildPattern, straight, USUAL_BUILD } from '@plucky/core/make';
import { addHits } from '@plucky/core/pattern';
import { compile } from '@plucky/core/play';
import {
  apply,
  documentOf,
  type Hit,
  indexOf,
  isChange,
  type Messages,
  type Outcome,
  type SongDocument,
  withRecord,
} from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { heardPan } from './mixer.ts';
import { strokesFor } from './strokes.ts';

const hit = (voice: string, at: number, fields: Partial<Hit> = {}): Hit => ({
  voice,
  at,
  velocity: 90,
  length: 480,
  offsetMs: 0,
  pitch: 0,
  ...fields,
});

function after(document: SongDocument, outcome: Outcome): SongDocument {
  if (!isChange(outcome)) throw new Error('no change');
  return apply(document, outcome).document;
}

/** A song at 120 with these hits on its main groove and its bass line. */
function songWith(drums: readonly Hit[], bass: readonly Hit[] = []): SongDocument {
  const named = (list: readonly Hit[]) => list.map((one, i) => ({ ...one, id: `h${i}` }));
  let song = blankSong('Mine', 1);
  if (drums.length) song = after(song, addHits(song, 'main', named(drums)));
  return bass.length ? after(song, addHits(song, 'bass-main', named(bass))) : song;
}

const strokes = (song: SongDocument, pattern = 'main', isHeard = (_: string) => true) =>
  strokesFor(song, compile(song, { kind: 'pattern', pattern }), isHeard);

test('strokes have their times in seconds, and what is muted is left out', () => {
  const song = songWith([hit('kick', 0), hit('snare', 960)]);
  expect(strokes(song).map((one) => [one.sound, one.time, one.ends])).toEqual([
    ['kick', 0, null],
    ['snare', 0.5, null],
  ]);
  expect(strokes(song, 'main', (voice) => voice !== 'kick')).toHaveLength(1);
});

test('a held note ends with its length, an open hat with the closed one', () => {
  const song = songWith([hit('open-hat', 0), hit('closed-hat', 480)], [hit('bass', 0)]);
  expect(strokes(song).map((one) => one.ends)).toEqual([0.25, null]);
  expect(strokes(song, 'bass-main').map((one) => one.ends)).toEqual([0.25]);
});

test('level, pan, tuning and kit are those of the mix', () => {
  const song = songWith([hit('high-tom', 0, { pan: -100, pitch: 3 })]);
  const { records } = song;
  const part = indexOf(song).part('drums');
  if (!part) throw new Error('no part');
  const tin = documentOf([...Object.values(records), { ...part, kit: 'tin', seat: 'listener' }]);
  expect(strokes(tin)[0]).toMatchObject({ level: 0.78, pan: -85, tune: 3, kit: 'tin' });
  expect(strokes(song)[0]).toMatchObject({ pan: -100, kit: 'paper' });
});

test('in front of the kit the drums are mirrored, and a bass is not', () => {
  expect(heardPan({ pan: 35 }, { type: 'drums', seat: 'listener' })).toBe(-35);
  expect(heardPan({ pan: 35 }, { type: 'drums' })).toBe(35);
  expect(heardPan({ pan: 35 }, { type: 'notes', seat: 'listener' })).toBe(35);
});

test('a build-up is bounced as it moves, at the tempos that hold', () => {
  const song = songWith([hit('kick', 0)]);
  const recipe = {
    ...USUAL_BUILD,
    voice: 'snare',
    second: null,
    lasts: 3840,
    speed: 'steady' as const,
    rate: { from: 1, to: 1 },
    pitch: straight(0, 12),
    level: straight(0, 127),
  };
  const made = buildPattern(song, 'main', recipe, 'up', 'Up');
  if ('reason' in made) throw new Error(made.reason);
  const moved = strokes(after(song, { label: 'b', put: [made], remove: [] }), 'up');
  expect(moved.filter((one) => one.motion).map((one) => one.sound)).toEqual(Array(4).fill('snare'));
  const third = moved.find((one) => one.sound === 'snare' && one.time === 1)?.motion;
  expect(third?.slice(0, 2)).toEqual([
    { after: 0, pitch: 6, cutoff: 20_000, gain: (64 / 127) ** 2 },
    { after: 0.0625, pitch: 6.38, cutoff: 20_000, gain: (67 / 127) ** 2 },
  ]);
  expect(moved.find((one) => one.sound === 'kick')?.motion).toBeNull();
});

test('a pedal holds notes until it is let go, and a bend moves them', () => {
  const song = songWith([], [hit('bass', 0), hit('bass', 1440)]);
  const line = indexOf(song).pattern('bass-main');
  if (!line) throw new Error('no bass');
  const says: Messages['says'] = [
    [0, 64, 127],
    [960, 64, 0],
    [1440, 'bend', 12_288],
  ];
  const played = strokes(withRecord(song, { ...line, messages: { holds: [], says } }), 'bass-main');
  expect(played.map(({ ends }) => ends)).toEqual([0.5, 1]);
  // Half of the usual range of two semitones.
  expect(played.map(({ motion }) => motion?.[0]?.pitch)).toEqual([0, 1]);
});
