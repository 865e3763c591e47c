import { parseMidi } from 'midi-file';
import { addNotesPart } from '../pattern/index.ts';
import { documentOf, type ExportOptions, indexOf } from '../song/index.ts';
import { after, DRUMS, HAT, hit, layer, OPEN, pattern, section, smallSong, song } from '../testing/songs.ts';
import { exportOptions } from './read-options.ts';
import { exportRegions } from './regions.ts';

const left = (document: Parameters<typeof exportRegions>[0], fields: Partial<ExportOptions>) => {
  const [region] = exportRegions(document, { ...exportOptions({ regions: ['song'] }), ...fields });
  expect(region?.verification.differences).toEqual([]);
  return parseMidi(region?.bytes ?? new Uint8Array()).tracks;
};

test('a choked hit rings as long as it is written, or ends where it is heard to end', () => {
  const own = { o: hit('open', 0, { length: 1920 }), c: hit('hat', 960) };
  const document = documentOf([
    song({ form: [{ id: 'o', section: 'v', times: 1, silencedVoices: [] }] }),
    DRUMS,
    HAT,
    OPEN,
    pattern('p', { own }),
    section('v', [{ id: 's', length: 3840, layers: [layer('p')] }]),
  ]);
  const endOfOpen = (chokes: ExportOptions['chokes']) => {
    let tick = 0;
    for (const event of left(document, { chokes })[1] ?? []) {
      tick += event.deltaTime;
      if (event.type === 'noteOff' && event.noteNumber === 46) return tick;
    }
    return null;
  };
  expect([endOfOpen('ring'), endOfOpen('cut')]).toEqual([1920, 960]);
});

test('a part of notes begins with the program of its sound where that is asked for, drums never do', () => {
  const ids = { part: 'bass', voice: 'low', pattern: 'line' };
  const withBass = after(smallSong(), addNotesPart(smallSong(), 'bass', ids));
  const line = indexOf(withBass).pattern('line');
  const document = documentOf([
    ...Object.values(withBass.records),
    { ...line, ...pattern('line', { part: 'bass', own: { n: hit('low', 0) } }) },
    section('verse', [{ id: 'a', length: 3840, layers: [layer('main'), layer('line')] }]),
  ]);
  const programs = (wanted: boolean, format: 0 | 1 = 1) =>
    left(document, { programs: wanted, format }).flatMap((track) =>
      track.flatMap((event) =>
        event.type === 'programChange' ? [[event.channel, event.programNumber]] : [],
      ),
    );
  const channel = indexOf(document).part('bass')?.channel;
  // 33 counts from 0: a finger bass.
  expect(programs(true)).toEqual([[channel, 33]]);
  expect(programs(true, 0)).toEqual([[channel, 33]]);
  expect(programs(false)).toEqual([]);
});
