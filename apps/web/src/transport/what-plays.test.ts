import { compile } from '@plucky/core/play';
import { indexOf } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { type Choices, whatPlays } from './what-plays.ts';

const song = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const session = (fields: Partial<Choices> = {}): Choices => ({
  pattern: 'lift',
  occurrence: null,
  occurrences: [],
  slot: null,
  slots: [],
  loops: { pattern: true, slot: true, section: true, song: false },
  reach: { groove: 'pattern', sheet: 'song' },
  loop: null,
  together: false,
  ...fields,
});

test('the play button says in words what it plays', () => {
  const title = (room: 'groove' | 'sheet' | 'hand-off', fields: Partial<Choices> = {}) =>
    whatPlays(song, room, session(fields), null)?.title;
  expect(title('groove')).toBe('Verse lift, looping 2 bars');
  expect(title('groove', { loop: { from: 960, to: 2880 } })).toBe(
    'Verse lift, looping 2 beats from bar 1, beat 2',
  );
  expect(title('groove', { reach: { groove: 'section', sheet: 'song' } })).toBe('Intro, looping 8 bars');
  expect(title('sheet')).toBe('Whole song, from the start');
  expect(title('sheet', { occurrence: 'o2' })).toBe('Whole song, from Verse 1');
  expect(
    title('sheet', { reach: { groove: 'pattern', sheet: 'slot' }, slot: { occurrence: 'o2', slot: 's3' } }),
  ).toBe('One slot of Verse 1, looping 1 bar');
  const section = { reach: { groove: 'pattern', sheet: 'section' } } as const;
  expect(title('sheet', { ...section, occurrence: 'o2' })).toBe('Verse 1, looping 16 bars');
  const several = { ...section, occurrence: 'o2', occurrences: ['o2', 'o3'] };
  expect(title('sheet', several)).toBe('Verse 1 to Build-up, looping 20 bars');
  const span = whatPlays(song, 'sheet', session(several), null);
  expect(span?.scope).toEqual({ kind: 'span', from: 8 * 3840, to: 28 * 3840 });
  expect(title('hand-off')).toBe('Whole song, from the start');
});

test('a pattern is heard with what the other parts play, said by name, and goes round as the longest needs', () => {
  const what = whatPlays(song, 'groove', session({ together: true }), null);
  expect(what?.title).toMatch(/^Verse lift with .+, looping 2 bars$/);
  expect(what?.pattern).toBe('lift');
  const alone = whatPlays(song, 'groove', session(), null);
  expect(alone?.scope).toEqual({ kind: 'pattern', pattern: 'lift' });
  const parts = (one: typeof what) =>
    new Set(one ? compile(one.document, one.scope).events.map((e) => e.part) : []).size;
  expect([parts(alone), parts(what)]).toEqual([1, 2]);
});

test('what is tried is heard with the others too, on request, as the chosen pattern would be', () => {
  const scope = { kind: 'pattern' as const, pattern: 'main' };
  const preview = { document: song, scope, title: 'Main, tried', detail: '' };
  expect(whatPlays(song, 'groove', session(), preview)).toMatchObject({ title: 'Main, tried', scope });
  const together = whatPlays(song, 'groove', session({ together: true }), preview);
  expect(together?.title).toBe('Main, tried with Bass line');
  expect(together?.scope.kind).toBe('section');
});

test('a range of chosen slots is played from the first to the last, looped or once', () => {
  const slots = ['s2', 's3'].map((slot) => ({ occurrence: 'o2', slot }));
  const reach = { groove: 'pattern', sheet: 'slot' } as const;
  const range = session({ slot: slots[0] ?? null, slots, reach });
  const what = whatPlays(song, 'sheet', range, null);
  const section = indexOf(song).section('verse-1');
  const [first, second, third] = section?.slots ?? [];
  const from = 8 * 3840 + (first?.length ?? 0);
  expect(what?.scope).toEqual({
    kind: 'span',
    from,
    to: from + (second?.length ?? 0) + (third?.length ?? 0),
  });
  expect(what?.origin).toBe(from);
  expect(what?.loops).toBe(true);
  const loops = { ...range.loops, slot: false };
  const once = whatPlays(song, 'sheet', { ...range, loops }, null);
  expect(once?.loops).toBe(false);
  expect(once?.title).toMatch(/^Bars \d+ to \d+, once, /);
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
