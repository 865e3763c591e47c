import { documentOf, indexOf, type SongDocument, stretchOf } from '../song/index.ts';
import { after, hit, layer, pattern, section, smallSong } from '../testing/songs.ts';
import { placeFor, placesIn } from './places.ts';
import { sectionStretches } from './stretches.ts';

/** Verse, bridge, chorus, outro, one after another. */
function fourSections() {
  const base = smallSong();
  const { song } = indexOf(base);
  const names = ['verse', 'bridge', 'chorus', 'outro'] as const;
  return documentOf([
    ...Object.values(base.records),
    ...names.slice(1).map((id) => ({
      ...section(id, [{ id: `${id}-slot`, length: 3840, layers: [layer('main')] }]),
      role: id === 'chorus' ? ('chorus' as const) : ('break' as const),
    })),
    {
      ...song,
      form: names.map((id) => ({ id: `o-${id}`, section: id, times: 1, silencedVoices: [] })),
    },
  ]);
}

const likely = (made: Parameters<typeof placeFor>[2], key: string | null = null) => {
  const document = fourSections();
  return placeFor(document, placesIn(document, []), made, key)?.name;
};

test('what is made goes where it is likeliest meant, until a place is chosen', () => {
  expect(likely('fill')).toBe('End of verse');
  expect(likely('break')).toBe('End of verse');
  const document = documentOf([
    ...Object.values(fourSections().records),
    pattern('rare'),
    section('chorus', [{ id: 'chorus-slot', length: 3840, layers: [layer('rare')] }]),
  ]);
  expect(placeFor(document, placesIn(document, []), 'fill', null, 'rare')?.name).toBe('End of chorus');
  expect(likely('build-up')).toBe('End of bridge');
  expect(likely('ending')).toBe('End of outro');
  expect(likely('ending', 'every 4 chorus')).toBe('Every 4 bars of chorus');
});

test('the slot that is chosen on the sheet comes before all of them, and a song without a form gets a first section', () => {
  const document = fourSections();
  const chosen = placesIn(document, [{ occurrence: 'o-chorus', slot: 'chorus-slot' }]);
  expect(placeFor(document, chosen, 'ending', null)?.name).toMatch(
    /^End of the chosen slot: bar \d+ of the song$/,
  );
  const bare = documentOf(Object.values(smallSong({ form: [] }).records));
  const first = placeFor(bare, placesIn(bare, []), 'fill', null);
  expect(first?.name).toBe('A first section, Verse');
  const fill = pattern('f', { role: 'fill', parent: 'variation', length: 1920, own: { x: hit('tom', 0) } });
  const withIt = documentOf([...Object.values(bare.records), fill]);
  const placed = after(withIt, first?.place(withIt, ['f'], { how: 'replace', landing: null }) ?? null);
  const { song, section: byId } = indexOf(placed);
  expect(song.form).toHaveLength(1);
  const made = byId(song.form[0]?.section ?? '');
  expect(made?.slots.at(-1)?.layers.map((one) => one.pattern)).toContain('f');
  expect(made?.slots.some((slot) => slot.layers.some((one) => one.pattern === 'variation'))).toBe(true);
});

test('several chosen slots are named by their bars, each gets a fill of its own, or only the last does', () => {
  const base = documentOf([
    ...Object.values(
      smallSong({ form: [{ id: 'o', section: 'verse', times: 2, silencedVoices: [] }] }).records,
    ),
    pattern('fill', { role: 'fill', length: 1920, own: { x: hit('tom', 0) } }),
    pattern('other', { role: 'fill', length: 1920, own: { x: hit('tom', 480) } }),
  ]);
  const chosen = placesIn(
    base,
    ['a', 'b'].map((slot) => ({ occurrence: 'o', slot })),
  );
  expect(chosen.slice(0, 2).map(({ name }) => name)).toEqual([
    'Ends of the 2 chosen slots: bars 2, 3',
    'End of the last chosen slot: bar 3 of the song',
  ]);
  const placing = { how: 'replace', landing: null } as const;
  const fills = (document: SongDocument) =>
    indexOf(document)
      .section('verse')
      ?.slots.map(({ layers }) =>
        layers.map(({ pattern: id }) => id).filter((id) => id !== 'main' && id !== 'variation'),
      );
  const [ends, last] = chosen;
  expect(ends?.count(base, 'fill', placing)).toBe(2);
  expect(fills(after(base, ends?.place(base, ['fill', 'other'], placing) ?? null))).toEqual([
    ['fill'],
    ['other'],
  ]);
  expect(fills(after(base, last?.place(base, ['fill'], placing) ?? null))).toEqual([[], ['fill']]);
});

test('each end of a phrase is a place, named by its bar of the song, and lands there', () => {
  const base = documentOf([
    ...Object.values(
      smallSong({ phraseBars: 2, form: [{ id: 'o', section: 'verse', times: 1, silencedVoices: [] }] })
        .records,
    ),
    pattern('fill', { role: 'fill', parent: 'main', length: 960, own: { x: hit('tom', 0) } }),
  ]);
  const phrases = placesIn(base, []).filter(({ kind }) => kind === 'phrase');
  expect(phrases.map(({ name }) => name)).toEqual([
    'Bar 2: end of phrase 1 of verse',
    'Bar 3: end of phrase 2 of verse',
  ]);
  for (const [i, one] of phrases.entries()) {
    const placed = after(base, one.place(base, ['fill'], { how: 'replace', landing: null }));
    const starts = sectionStretches(placed, sectionOf(placed)).flatMap(({ inSection, slot }) =>
      slot.layers.flatMap((each) =>
        each.pattern === 'fill' ? [inSection + (stretchOf(each, slot.length)?.from ?? 0)] : [],
      ),
    );
    expect(starts).toEqual([[2, 3].map((bars) => bars * 3840 - 960)[i]]);
  }
});

function sectionOf(document: SongDocument) {
  const verse = indexOf(document).section('verse');
  if (!verse) throw new Error('no verse');
  return verse;
}
