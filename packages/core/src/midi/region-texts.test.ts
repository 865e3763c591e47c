import { documentOf, type Pattern } from '../song/index.ts';
import { hit, layer, pattern, section, smallSong, song } from '../testing/songs.ts';
import { exportOptions } from './read-options.ts';
import { planRegions } from './region-list.ts';
import { regionTexts } from './region-texts.ts';
import { exportRegions } from './regions.ts';

const OPTIONS = exportOptions({
  regions: ['song', 'section', 'slot', 'pattern'],
  ppq: 480,
  pickUp: true,
});

/** A song whose second slot begins on the third beat of a bar, with a section whose name needs quoting. */
function listed() {
  const document = documentOf([
    ...Object.values(smallSong().records).filter(({ kind }) => kind !== 'section' && kind !== 'song'),
    song({ name: 'Paper, “folded”', form: [{ id: 'o', section: 'v', times: 1, silencedVoices: [] }] }),
    {
      ...section('v', [
        { id: 'a', length: 3840 + 1920, layers: [layer('main')] },
        { id: 'b', length: 1920, layers: [] },
      ]),
      name: 'Verse, "loud"',
    },
  ]);
  const chosen = new Set(planRegions(document, OPTIONS).map(({ id }) => id));
  const regions = exportRegions(document, OPTIONS, chosen).map((region) => ({
    ...region,
    sha256: `hash of ${region.id}`,
    pickUp: OPTIONS.pickUp,
    handOff: 3,
  }));
  return {
    regions,
    texts: new Map(regionTexts(document, regions, OPTIONS).map(({ file, text }) => [file, text])),
  };
}

/** The fields of comma-separated values, by RFC 4180. */
function fields(csv: string): string[][] {
  return csv
    .split('\r\n')
    .slice(0, -1)
    .map((line) =>
      [...line.matchAll(/("(?:[^"]|"")*"|[^,]*)(?:,|$)/g)]
        .map(([, field = '']) => (field.startsWith('"') ? field.slice(1, -1).replaceAll('""', '"') : field))
        .slice(0, 12),
    );
}

test('the list for spreadsheets names every file with its bar, beat, length, tracks and channels', () => {
  const { regions, texts } = listed();
  const [head, ...lines] = fields(texts.get('regions.csv') ?? '');
  expect(head).toEqual([
    'name',
    'file',
    'kind',
    'start bar',
    'start beat',
    'pick-up beats',
    'bars',
    'tracks',
    'channels',
    'sha256',
    'hand-off',
    'in the song',
  ]);
  expect(lines.map((line) => line[1])).toEqual(regions.map((region) => region.file));
  const line = (id: string) => lines[regions.findIndex((region) => region.id === id)]?.toSpliced(1, 1);
  expect(line('section.o')).toEqual([
    'Verse, "loud"',
    'section',
    '1',
    '1',
    '1',
    '2',
    'Drums',
    '10',
    'hash of section.o',
    '3',
    'yes',
  ]);
  expect(line('slot.o.0.b')).toEqual([
    'Verse, "loud" rest 2',
    'slot',
    '2',
    '3',
    '1',
    '0.5',
    '',
    '',
    'hash of slot.o.0.b',
    '3',
    'yes',
  ]);
  expect(line('pattern.main')).toEqual([
    'main',
    'pattern',
    '',
    '',
    '1',
    '1',
    'Drums',
    '10',
    'hash of pattern.main',
    '3',
    'yes',
  ]);
});

test('the list for programs says the same, and the one for people is one that a person can read', () => {
  const { regions, texts } = listed();
  const json = JSON.parse(texts.get('regions.json') ?? '') as { regions: { file: string; start: unknown }[] };
  expect(json).toMatchObject({
    song: {
      name: 'Paper, “folded”',
      tempo: 120,
      meter: '4/4',
      meters: [{ quarters: 0, meter: '4/4' }],
      tempos: [{ quarters: 0, tempo: 120 }],
    },
    ticksPerQuarter: 480,
  });
  expect(json.regions).toHaveLength(regions.length);
  expect(json.regions.map((region) => region.file)).toEqual(regions.map((region) => region.file));
  expect(json.regions.find((region) => region.file.includes('rest'))?.start).toEqual({
    bar: 2,
    beat: 3,
    quarters: 6,
  });
  const readme = texts.get('README.txt') ?? '';
  expect(readme).toMatch(/^Paper, “folded”\n=+\n\n120 quarter notes a minute, 4\/4, C minor\.\n/);
  expect(readme).toMatch(/480 ticks a quarter note/);
  expect(readme).toMatch(/A file that begins a beat early/);
  for (const { file } of regions) expect(readme).toContain(`${file}\n`);
  expect(readme).toMatch(
    /The slot from bar 2 beat 3, 0\.5 bars, begins a beat early\. No notes\. Hand-off 3\./,
  );
  expect(readme).toMatch(
    /The section from bar 1, 2 bars, begins a beat early\. Drums \(channel 10\)\. Hand-off 3\./,
  );
});

test('what bends leaves on a channel of its own, and the lists say whose sounds it wants', () => {
  const rise: Pattern['controls'] = [
    {
      kind: 'pitch',
      voices: ['snare'],
      from: 0,
      to: 1920,
      curve: { start: 0, middle: 2, end: 4, turn: 50, bend: 0 },
    },
  ];
  const document = documentOf([
    ...Object.values(smallSong().records).filter(({ id }) => id !== 'main'),
    pattern('main', { own: { s: hit('snare', 0) }, controls: rise }),
  ]);
  const options = exportOptions({ regions: ['song'] });
  const regions = exportRegions(document, options).map((region) => {
    return { ...region, sha256: '', pickUp: false, handOff: null };
  });
  const texts = new Map(regionTexts(document, regions, options).map(({ file, text }) => [file, text]));
  const { routes } = JSON.parse(texts.get('regions.json') ?? '') as { routes: { channel: number }[] };
  const channel = routes[0]?.channel ?? 0;
  expect(regions[0]?.tracks.some(({ channels }) => channels.includes(channel))).toBe(true);
  expect(routes[0]).toEqual({ name: 'Drums: main', channel, soundsOf: 'Drums' });
  expect(texts.get('README.txt')).toMatch(
    new RegExp(`“Drums: main” is on channel ${channel} of its own.*give it the sounds of Drums\\.`),
  );
});
