import { compile, indexOf, type Reference, type SongDocument } from '@plucky/core';
import { blankSong, DEMO_SONGS, STARTERS } from '@plucky/songs';
import type { ShelfItem } from '../../../api/client.ts';
import { inShelfContext, rankByReference, TRIED_ID } from './shelf-context.ts';

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
const items = Object.entries(STARTERS).map(([id, pattern]): ShelfItem => ({ id, own: false, pattern }));
const grooves = items.filter((item) => item.pattern.type === 'drums');

const heard = (document: SongDocument) => compile(document, { kind: 'section', section: TRIED_ID });

test.each(items.map((item) => [item.pattern.name, item] as const))(
  '%s is tried at the song’s tempo with what its other part plays',
  (_, { pattern }) => {
    const context = inShelfContext(lanterns, pattern);
    if (!context) throw new Error('no context');
    const timeline = heard(context.document);
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
  expect(inShelfContext(blankSong('New', 1), first.pattern)?.with).toBeNull();
});

test('grooves are ranked by the share of their kicks that meet, the figures being those of the pattern when taken', () => {
  const quarters: Reference = {
    id: 'r',
    kind: 'reference',
    name: 'Quarters',
    shift: 0,
    notes: Array.from({ length: 16 }, (_, i) => [i * 960, 200, 36, 90] as const),
  };
  const ranked = rankByReference(lanterns, grooves, quarters);
  expect(ranked).toHaveLength(grooves.length);
  const shares = ranked.map((one) => one.share);
  expect(shares).toEqual([...shares].sort((a, b) => b - a));
  const four = ranked.find((one) => one.item.id === 'four-lamps');
  expect(four).toMatchObject({ share: 1, words: '4 of 4 kicks meet' });
  const silent = rankByReference(lanterns, grooves, { ...quarters, notes: [] });
  expect(silent.every((one) => one.share === 0)).toBe(true);
});
