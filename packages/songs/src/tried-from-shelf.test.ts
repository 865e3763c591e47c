import { compile, indexOf, type Reference, shelfMeetings, tryFromShelf } from '@plucky/core';
import { blankSong, DEMO_SONGS, STARTERS } from './index.ts';

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const items = Object.entries(STARTERS).map(([id, pattern]) => ({ id, pattern }));
const grooves = items.filter((item) => item.pattern.type === 'drums');

test.each(items.map((item) => [item.pattern.name, item] as const))(
  '%s is tried at the song’s tempo with what its other part plays',
  (_, { pattern }) => {
    const context = tryFromShelf(lanterns, pattern);
    if (!context) throw new Error('no context');
    const timeline = compile(context.document, context.scope);
    expect(timeline.tempos).toEqual([{ tick: 0, tempo: 132 }]);
    expect(timeline.length % pattern.length === 0 || timeline.length > pattern.length).toBe(true);
    const types = new Set(
      timeline.events.map((event) => indexOf(context.document).part(event.part)?.type ?? 'none'),
    );
    expect(types).toEqual(new Set(['drums', 'notes']));
    expect(context.with).not.toBeNull();
  },
);

test('in a song that has nothing else to play a groove is heard alone', () => {
  const [first] = grooves;
  if (!first) throw new Error('no groove');
  expect(tryFromShelf(blankSong('New', 1), first.pattern)?.with).toBeNull();
});

test('the kicks that meet are those of the pattern when taken', () => {
  const quarters: Reference = {
    id: 'r',
    kind: 'reference',
    name: 'Quarters',
    shift: 0,
    notes: Array.from({ length: 16 }, (_, i) => [i * 960, 200, 36, 90] as const),
  };
  const four = grooves.find((one) => one.id === 'four-lamps');
  if (!four) throw new Error('no groove');
  expect(shelfMeetings(lanterns, four.pattern, quarters)).toEqual({ met: 4, kicks: 4 });
  for (const { pattern } of grooves) {
    expect(shelfMeetings(lanterns, pattern, { ...quarters, notes: [] }).met).toBe(0);
    const { met, kicks } = shelfMeetings(lanterns, pattern, quarters);
    expect(met).toBeLessThanOrEqual(kicks);
  }
});
