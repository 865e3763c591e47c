import {
  compile,
  dropOutPattern,
  type Id,
  indexOf,
  type Landing,
  type Pattern,
  placesIn,
  resolve,
  type Section,
  sectionAfter,
  type SongDocument,
  tryAtSectionEnd,
} from '@plucky/core';
import { blankSong, DEMO_SONGS } from './index.ts';

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const BAR = 3840;

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

const sectionOf = (id: Id): Section | null => indexOf(lanterns).section(id) ?? null;

/** The slots in which something is heard at the end of a section: each with its bars and the patterns that it plays. */
function slotsAround(section: Section | null, landing: Landing | null = null) {
  const { document, scope } = tryAtSectionEnd(lanterns, made(), { groove: 'main', section, landing });
  const slots = indexOf(document).section(scope.kind === 'section' ? scope.section : '')?.slots ?? [];
  return slots.map((slot) => [slot.length / BAR, ...slot.layers.map((layer) => layer.pattern)]);
}

test('what is made stands between two bars before it and two of the section that follows, with the other parts', () => {
  expect(slotsAround(sectionOf('build'))).toEqual([
    [2, 'main', 'bass-held'],
    [1, 'made', 'bass-held'],
    [2, 'open', 'bass-open', 'crash-in'],
  ]);
});

test('at the end of the song comes silence, and in a song without sections the groove again', () => {
  expect(slotsAround(sectionOf('outro')).at(-1)).toEqual([1]);
  expect(slotsAround(null)).toEqual([
    [2, 'main'],
    [1, 'made'],
    [1, 'main'],
  ]);
});

test('what it lands with is heard where the next section starts, and how it slows before that', () => {
  const { document, scope } = tryAtSectionEnd(lanterns, made(), {
    groove: 'main',
    section: sectionOf('build'),
    landing: { voice: 'ride', velocity: 99 },
    slows: { over: 960, to: 50 },
  });
  const { events, tempos } = compile(document, scope);
  expect(events.find((event) => event.voice === 'ride')?.tick).toBe(3 * BAR);
  expect(tempos.map((one) => one.tick)).toEqual([
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

test('the section after one is that after its first occurrence', () => {
  const names = ['intro', 'build', 'outro'].map((id) => {
    const section = sectionOf(id);
    return section && (sectionAfter(lanterns, section)?.id ?? null);
  });
  expect(names).toEqual(['verse-1', 'chorus-1', null]);
});

test('places are the chosen slot first, then each section’s end, then every few bars of it', () => {
  const plain = placesIn(lanterns, null);
  expect(plain).toHaveLength(7 * 4);
  expect(plain[0]?.name).toBe('End of Intro');
  expect(plain.at(-1)?.name).toBe('Every 8 bars of Outro');
  const occurrence = indexOf(lanterns).song.form[1]?.id ?? '';
  const [chosen] = placesIn(lanterns, { occurrence, slot: 's3' });
  expect([chosen?.name, chosen?.section.id]).toEqual(['In the chosen slot of Verse 1', 'verse-1']);
  expect(placesIn(lanterns, { occurrence: 'gone', slot: 's3' })).toHaveLength(7 * 4);
});
