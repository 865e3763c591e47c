import { smallSong } from '../testing/songs.ts';
import { type EarlierFile, otherSide, stillThere } from './other-side.ts';
import { exportOptions } from './read-options.ts';
import { type ListedRegion, regionTexts, renamedInList } from './region-texts.ts';
import { exportRegions } from './regions.ts';

const OPTIONS = exportOptions({ regions: ['section'] });

const earlier = (id: string, file: string, handOff: number): EarlierFile => ({
  id,
  kind: 'section',
  name: 'as it was called',
  startBar: 1,
  bars: 4,
  file,
  tracks: [{ name: 'Drums', channels: [10] }],
  sha256: `of ${id}`,
  pickUp: false,
  handOff,
});

/** The regions of a song as hand-off 3 lists them. */
const left = (): ListedRegion[] =>
  exportRegions(smallSong(), OPTIONS).map((region) => ({
    ...region,
    sha256: 'new',
    pickUp: false,
    handOff: 3,
  }));

test('of each region the last file lies there, and none that a newer one was laid over', () => {
  const files = [
    earlier('a', '01 A.mid', 1),
    earlier('a', '02 A.mid', 2),
    earlier('b', '03 B.mid', 1),
    earlier('c', '04 C.mid', 1),
    earlier('d', '02 a.MID', 1),
  ];
  const there = stillThere(
    [
      { id: 'b', file: '04 B.mid' },
      { id: 'x', file: '04 c.mid' },
    ],
    files,
  );
  expect(there.map(({ id, file }) => [id, file])).toEqual([['a', '02 A.mid']]);
});

test('the lists name all that lies at the other side at its place of now, and last what is no more in the song', () => {
  const document = smallSong();
  const now = left();
  const [first] = now;
  const pattern = { ...earlier('pattern.main', 'main.mid', 2), kind: 'pattern' as const, pickUp: true };
  const lying = otherSide(document, OPTIONS, now, [earlier('section.old', 'Old.mid', 1), pattern]);
  expect(lying.map(({ id, handOff, isGone = false }) => [id, handOff, isGone])).toEqual([
    ...now.map(({ id }) => [id, 3, false]),
    ['pattern.main', 2, false],
    ['section.old', 1, true],
  ]);
  // A place is that of the song of now, whatever it was then.
  expect(lying[0]).toMatchObject({ startBar: first?.startBar, name: first?.name });
  const texts = new Map(regionTexts(document, lying, OPTIONS).map(({ file, text }) => [file, text]));
  const json = JSON.parse(texts.get('regions.json') ?? '') as Record<'regions' | 'gone', { file: string }[]>;
  expect(json.regions.map(({ file }) => file)).toEqual([...now.map(({ file }) => file), 'main.mid']);
  expect(json.gone).toEqual([
    { id: 'section.old', name: 'as it was called', kind: 'section', file: 'Old.mid', handOff: 1 },
  ]);
  const lines = (texts.get('regions.csv') ?? '').trim().split('\r\n');
  expect(lines.at(-1)).toBe('as it was called,Old.mid,section,1,,0,4,Drums,10,of section.old,1,no');
  const readme = texts.get('README.txt') ?? '';
  expect(readme).toMatch(/main\.mid\n {4}A pattern of .*Hand-off 2\./);
  expect(readme).toMatch(/Those of earlier ones have not left again/);
  expect(readme).toMatch(/No longer in the song, to be taken out:\nOld\.mid Hand-off 1\.\n$/);
});

test('lists of a folder in which files keep older names name those, each in its own way', () => {
  const now = left();
  const [first] = now;
  const named = first?.file ?? '';
  const older = 'Verse, as “it” was (2).mid';
  for (const said of regionTexts(smallSong(), now, OPTIONS)) {
    const text = renamedInList(
      said,
      new Map([
        [named, older],
        ['verse', 'not a file'],
      ]),
    );
    expect(text).not.toContain(named);
    const isCsv = said.file.endsWith('.csv');
    expect(text.split(isCsv ? `,"${older}",` : older)).toHaveLength(2);
    expect(renamedInList({ ...said, text }, new Map([[older, named]]))).toBe(said.text);
  }
});
