import { compile, shelfMeetings, tryFromShelf, tryTogether } from '@plucky/core/play';
import { indexOf, type Reference } from '@plucky/core/song';
import { blankSong } from './index.ts';
import { DEMO_SONGS, STARTERS } from './library.ts';

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const items = Object.entries(STARTERS).map(([id, { pattern }]) => ({ id, pattern }));
const grooves = items.filter((item) => item.pattern.type === 'drums');

test.each(items.map((item) => [item.pattern.name, item] as const))(
  '%s is tried at the song’s tempo, alone and with what its other part plays',
  (_, { pattern }) => {
    const alone = tryFromShelf(lanterns, pattern);
    if (alone?.scope.kind !== 'pattern') throw new Error('not heard');
    const timeline = compile(alone.document, alone.scope);
    expect([timeline.tempos, timeline.length]).toEqual([[{ tick: 0, tempo: 132 }], pattern.length]);
    const together = tryTogether(alone.document, alone.scope.pattern, 'main');
    if (!together) throw new Error('no company');
    const heard = compile(together.document, together.scope);
    expect(heard.length % pattern.length).toBe(0);
    const types = new Set(
      heard.events.map((event) => indexOf(together.document).part(event.part)?.type ?? 'none'),
    );
    expect(types).toEqual(new Set(['drums', 'notes']));
  },
);

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
  expect(shelfMeetings(lanterns, four.pattern, quarters)).toEqual({ met: 4, onsets: 4, kicks: 4 });
  for (const { pattern } of grooves) {
    expect(shelfMeetings(lanterns, pattern, { ...quarters, notes: [] }).met).toBe(0);
    const { met, onsets, kicks } = shelfMeetings(lanterns, pattern, quarters);
    expect(met).toBeLessThanOrEqual(Math.min(kicks, onsets));
    expect(onsets).toBe(Math.min(16, Math.ceil(pattern.length / 960)));
  }
});
