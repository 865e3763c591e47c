import { documentOf, indexOf } from '../song/index.ts';
import { layer, pattern, section, smallSong } from '../testing/songs.ts';
import { placeFor, placesIn } from './places.ts';

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
  return placeFor(document, placesIn(document, null), made, key)?.name;
};

test('what is made goes where it is likeliest meant, until a place is chosen', () => {
  expect(likely('fill')).toBe('End of verse');
  expect(likely('break')).toBe('End of verse');
  const document = documentOf([
    ...Object.values(fourSections().records),
    pattern('rare'),
    section('chorus', [{ id: 'chorus-slot', length: 3840, layers: [layer('rare')] }]),
  ]);
  expect(placeFor(document, placesIn(document, null), 'fill', null, 'rare')?.name).toBe('End of chorus');
  expect(likely('build-up')).toBe('End of bridge');
  expect(likely('ending')).toBe('End of outro');
  expect(likely('ending', 'every 4 chorus')).toBe('Every 4 bars of chorus');
});

test('the slot that is chosen on the sheet comes before all of them, and a song without a form has no place', () => {
  const document = fourSections();
  const chosen = placesIn(document, { occurrence: 'o-chorus', slot: 'chorus-slot' });
  expect(placeFor(document, chosen, 'ending', null)?.name).toBe('In the chosen slot of chorus');
  const bare = documentOf(Object.values(smallSong({ form: [] }).records));
  expect(placeFor(bare, placesIn(bare, null), 'fill', null)).toBeUndefined();
});
