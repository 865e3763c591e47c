import { songBars } from '@plucky/core/form';
import { exportOptions, exportRegions, notesOf, readMidi } from '@plucky/core/midi';
import { fromShelf, resolve, shelfPatternOf } from '@plucky/core/pattern';
import { compile } from '@plucky/core/play';
import { apply, indexOf, readShelfPattern, readSong, serialize, type SongDocument } from '@plucky/core/song';
import { barTicks, meterName } from '@plucky/core/time';
import { blankSong, songFrom } from './index.ts';
import { DEMO_SONGS, STARTERS } from './library.ts';

const songs = Object.entries(DEMO_SONGS).map(([id, make]) => [id, make()] as const);

describe.each(songs)('%s', (_, song) => {
  test('is a sound song that survives being written and read', () => {
    const again = readSong(JSON.parse(JSON.stringify(Object.values(song.records))));
    expect(serialize(again)).toBe(serialize(song));
  });

  test('has no loose edit in any pattern', () => {
    const { parts, patternsOf } = indexOf(song);
    for (const pattern of parts.flatMap((part) => patternsOf(part.id)))
      expect([pattern.id, resolve(song, pattern.id).loose]).toEqual([pattern.id, []]);
  });

  test('leaves as regions that read back without a difference', () => {
    const options = exportOptions({ regions: ['song', 'section', 'slot', 'pattern'], cueTrack: true });
    const regions = exportRegions(song, options);
    expect(regions.flatMap((region) => region.verification.differences)).toEqual([]);
    expect(new Set(regions.map((region) => region.file)).size).toBe(regions.length);
    expect(new Set(regions.map((region) => region.id)).size).toBe(regions.length);
  });
});

test('lengths are as announced', () => {
  expect(songs.map(([, song]) => [indexOf(song).song.name, songBars(song)])).toEqual([
    ['Paper Lanterns', 72],
    ['Salt Waltz', 48],
    ['Night Ferry', 88],
    ['Seven Herons', 56],
  ]);
});

/** The drum bars of a song as a drummer would tell them apart: drum, grid place, and ghost, plain or accented. */
function drumBars(song: SongDocument): readonly string[] {
  const { song: record, parts } = indexOf(song);
  const drums = parts.find(({ type }) => type === 'drums')?.id;
  const bar = barTicks(record.meter);
  const { events, length } = compile(song, { kind: 'song' }, { timing: 'written' });
  const loudness = (velocity: number) => (velocity < 45 ? 'ghost' : velocity < 105 ? 'plain' : 'accented');
  return Array.from({ length: length / bar }, (_, nth) =>
    events
      .filter(({ part, tick }) => part === drums && Math.floor(tick / bar) === nth)
      .map(({ voice, tick, velocity }) => `${voice} ${Math.round((tick % bar) / 80)} ${loudness(velocity)}`)
      .sort()
      .join(),
  );
}

test.each(songs)(
  '%s is played by a player: three bars in five differ, all but its build-ups are humanised',
  (_, song) => {
    const bars = drumBars(song);
    expect(new Set(bars).size / bars.length).toBeGreaterThanOrEqual(0.6);
    const { parts, patternsOf } = indexOf(song);
    for (const { id, role, parent } of parts.flatMap((part) => patternsOf(part.id)))
      if (role === 'groove' || (parent && role === 'variation'))
        expect([id, resolve(song, id).humanise?.as]).toEqual([id, 'player']);
  },
);

test.each(songs)('%s has four ends that differ', (name, song) => {
  const { song: record, section, pattern } = indexOf(song);
  const ends = record.form.flatMap(({ section: id }) =>
    (section(id)?.slots ?? []).flatMap((slot) =>
      slot.layers.flatMap((layer) => {
        const role = pattern(layer.pattern)?.role;
        const isFill = role === 'fill' || role === 'ending' || role === 'break';
        const drops = layer.silencedVoices.length > 0;
        return isFill || drops ? [`${layer.pattern} ${layer.silencedVoices.join()}`] : [];
      }),
    ),
  );
  expect([name, new Set(ends).size >= 4]).toEqual([name, true]);
});

test('no two strokes of one drum stand within 30 ms of each other, but for a roll', () => {
  for (const [name, song] of songs) {
    const { parts, patternsOf, voice } = indexOf(song);
    const drums = parts.find(({ type }) => type === 'drums')?.id ?? '';
    for (const { id } of patternsOf(drums).filter(({ role }) => role === 'groove' || role === 'variation')) {
      const { events } = compile(song, { kind: 'pattern', pattern: id }, { timing: 'written' });
      const hats = events.filter((event) => voice(event.voice)?.family === 'hat' && !event.grace);
      const places = hats.map(({ tick }) => tick);
      expect([name, id, places.length]).toEqual([name, id, new Set(places).size]);
    }
  }
});

test('slot regions laid end to end hold the very notes of the song, as written', () => {
  const song = DEMO_SONGS['paper-lanterns']?.();
  if (!song) throw new Error('no demo song');
  const options = exportOptions({ regions: ['slot'], timing: 'grid' });
  let start = 0;
  const joined = exportRegions(song, options).flatMap(({ bytes }) => {
    const file = readMidi(bytes);
    const notes = notesOf(file).notes.map((note) => ({ ...note, tick: note.tick + start }));
    start += file.tracks[0]?.length ?? 0;
    return notes;
  });
  const [whole] = exportRegions(song, exportOptions({ regions: ['song'], timing: 'grid' }));
  if (!whole) throw new Error('no song region');
  const places = (notes: typeof joined) =>
    notes.map(({ tick, channel, note, velocity }) => [tick, channel, note, velocity].join(' ')).sort();
  expect(places(joined)).toEqual(places(notesOf(readMidi(whole.bytes)).notes));
});

test('a blank song is sound and silent', () => {
  const song = blankSong('Untitled', 1);
  expect(() => readSong(Object.values(song.records))).not.toThrow();
  expect(compile(song, { kind: 'pattern', pattern: 'main' }).events).toEqual([]);
});

const starters = Object.entries(STARTERS).map(([id, { pattern }]) => [id, pattern] as const);

test.each(starters)(
  'the starter %s is sound, whole bars long, and is heard in a song made of it',
  (_, item) => {
    expect(readShelfPattern(JSON.parse(JSON.stringify(item)))).toEqual(item);
    expect(item.length % ((3840 * item.meter.beats) / item.meter.unit)).toBe(0);
    const song = songFrom(item, item.name, 1);
    expect(() => readSong(Object.values(song.records))).not.toThrow();
    const pattern = item.type === 'drums' ? 'main' : 'bass-main';
    expect(compile(song, { kind: 'pattern', pattern }).events.length).toBeGreaterThan(1);
    expect(indexOf(song).song.meter).toEqual(item.meter);
  },
);

test('the shelf holds at least 24 grooves and 12 lines, in several meters, none twice', () => {
  const count = (type: string) => starters.filter(([, item]) => item.type === type).length;
  expect(count('drums')).toBeGreaterThanOrEqual(24);
  expect(count('notes')).toBeGreaterThanOrEqual(12);
  const meters = (type: string) =>
    new Set(starters.flatMap(([, item]) => (item.type === type ? [meterName(item.meter)] : [])));
  for (const type of ['drums', 'notes'])
    expect([...meters(type)]).toEqual(expect.arrayContaining(['4/4', '3/4', '6/8', '7/8 (2+2+3)']));
  expect(new Set(starters.map(([, item]) => item.name)).size).toBe(starters.length);
  expect(new Set(starters.map(([, item]) => JSON.stringify(item.hits))).size).toBe(starters.length);
});

test('every starter finds all its rows, or names what it misses, in every demo song', () => {
  for (const [, song] of songs)
    for (const [, item] of starters) {
      const taken = fromShelf(song, item, 'taken', item.name);
      const [pattern] = taken?.change.put ?? [];
      if (pattern?.kind !== 'pattern') throw new Error('not taken');
      const missing = item.voices
        .filter((voice) => taken?.unmatched.includes(voice.name))
        .map((voice) => voice.id);
      const wanted = Object.values(item.hits).filter((hit) => !missing.includes(hit.voice)).length;
      expect(Object.keys(pattern.own)).toHaveLength(wanted);
    }
});

test.each(songs)('every drum pattern of %s comes back from the shelf as it sounds', (_, document) => {
  const { parts, patternsOf } = indexOf(document);
  const drums = parts.find((part) => part.type === 'drums');
  const heard = (one: SongDocument, pattern: string) =>
    compile(one, { kind: 'pattern', pattern }).events.map((event) => [
      event.tick,
      event.voice,
      event.velocity,
      event.length,
    ]);
  for (const { id } of patternsOf(drums?.id ?? '')) {
    const taken = fromShelf(document, readShelfPattern(shelfPatternOf(document, id)), 'taken', 'Taken');
    if (!taken) throw new Error('no part');
    const after = apply(document, taken.change).document;
    expect(heard(after, 'taken')).toEqual(heard(document, id));
    expect(resolve(after, 'taken').controls).toEqual(resolve(document, id).controls);
  }
});
