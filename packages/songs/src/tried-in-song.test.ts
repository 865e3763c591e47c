import { placesIn, type Placing } from '@plucky/core/form';
import { dropOutPattern } from '@plucky/core/make';
import { resolve } from '@plucky/core/pattern';
import { compile, tryInPlace } from '@plucky/core/play';
import { type Id, indexOf, type Pattern, type SongDocument } from '@plucky/core/song';
import { blankSong } from './index.ts';
import { DEMO_SONGS } from './library.ts';

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const BAR = 3840;
/** On the grid, since a player strikes the first beat of a bar a little before it now and then. */
const ON_GRID = { timing: 'grid' } as const;

function made(document: SongDocument = lanterns): Pattern {
  const pattern = dropOutPattern(
    document,
    'main',
    { last: BAR, leaves: { without: ['kick'] }, pickUp: null },
    'made',
    'Made',
  );
  if ('reason' in pattern) throw new Error(pattern.reason);
  return pattern;
}

const placing = { how: 'replace', landing: null } as const;
const placeOf = (key: string) => placesIn(lanterns, []).find((one) => one.key === key);
const heardAt = (key: string, more: Partial<Placing> = {}) => {
  const tried = tryInPlace(lanterns, 'main', made(), placeOf(key), { ...placing, ...more });
  return { ...tried, heard: compile(tried.document, tried.scope, ON_GRID) };
};
/** Which patterns of a part are heard in each bar. */
function barsOf({ heard }: ReturnType<typeof heardAt>, part: Id) {
  return Array.from({ length: heard.length / BAR }, (_, bar) => {
    const here = heard.events.filter((event) => event.part === part && Math.floor(event.tick / BAR) === bar);
    return [...new Set(here.map((event) => event.from.pattern))].sort().join();
  });
}

test('what is made is heard where it will stand: two bars before it and two after it, with the other parts', () => {
  const tried = heardAt('end build');
  expect([tried.within, tried.follows]).toEqual(['Build-up', 'Chorus 1']);
  expect(barsOf(tried, 'drums').slice(2)).toEqual(['made', 'crash-in,open', 'open']);
  const placed = placeOf('end build')?.section.id;
  const whole = compile(lanterns, { kind: 'section', section: placed ?? '' }, ON_GRID);
  const bass = (from: number, events: typeof whole.events) =>
    events.filter((one) => one.part === 'bass-part').map((one) => `${one.tick - from} ${one.note}`);
  const start = whole.length - 3 * BAR;
  expect(bass(0, tried.heard.events).filter((one) => Number(one.split(' ')[0]) < 3 * BAR)).toEqual(
    bass(start, whole.events).filter((one) => Number(one.split(' ')[0]) >= 0),
  );
});

test('at the end of the song comes silence, and in a song without sections the groove again', () => {
  const tried = heardAt('end outro');
  expect(tried.follows).toBeNull();
  expect(barsOf(tried, 'drums').at(-1)).toBe('');
  const alone = tryInPlace(lanterns, 'main', made(), undefined, placing);
  const bars = barsOf({ ...alone, heard: compile(alone.document, alone.scope, ON_GRID) }, 'drums');
  expect([bars[0], bars.at(-1)]).toEqual(['main', 'main']);
  expect(bars).toContain('made');
});

test('at the start of a section it is heard after the end of the one before', () => {
  const tried = heardAt('start chorus-1');
  expect(barsOf(tried, 'drums')[2]).toBe('made');
  expect(tried.within).toBe('Chorus 1');
});

test('what it lands with is heard where the next section starts, and how it slows before that', () => {
  const { heard, document } = heardAt('end build', {
    landing: { voice: 'ride', velocity: 99 },
    slows: { over: 960, to: 50 },
  });
  expect(heard.events.find((event) => event.voice === 'ride')?.tick).toBe(3 * BAR);
  expect(heard.tempos.map((one) => one.tick)).toEqual([
    0,
    3 * BAR - 960,
    3 * BAR - 720,
    3 * BAR - 480,
    3 * BAR - 240,
    3 * BAR,
  ]);
  // The song itself stays as it was.
  expect(resolve(lanterns, 'main')).toBe(resolve(document, 'main'));
});

test('places are the chosen slot first, then each section’s end, each phrase’s, and each start, every few bars of it, and each bar', () => {
  const plain = placesIn(lanterns, []);
  const kinds = plain.map((one) => one.kind);
  expect(plain[0]?.name).toBe('End of Intro');
  expect([...new Set(kinds)]).toEqual(['end', 'phrase', 'start', 'every', 'bar']);
  expect(kinds.filter((kind) => kind === 'every')).toHaveLength(7 * 3);
  const bars = plain.filter((one) => one.kind === 'bar').map((one) => one.name);
  expect(bars[0]).toBe('From bar 1: bar 1 of Intro');
  expect(bars.at(-1)).toMatch(/^From bar 72: bar \d of Outro$/);
  const occurrence = indexOf(lanterns).song.form[1]?.id ?? '';
  const [chosen] = placesIn(lanterns, [{ occurrence, slot: 's3' }]);
  expect([chosen?.name, chosen?.section.id]).toEqual([
    'End of the chosen slot: bar 16 of the song',
    'verse-1',
  ]);
  expect(placesIn(lanterns, [{ occurrence: 'gone', slot: 's3' }])).toHaveLength(plain.length);
});
