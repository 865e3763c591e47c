import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import { songStretches } from '../form/index.ts';
import { barAt, compile, type NoteEvent } from '../play/index.ts';
import { indexOf, type SongDocument, withRecord } from '../song/index.ts';
import { dice, runEdits } from '../testing/random-edits.ts';
import { hit, pattern, smallSong } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { readMidi } from './bytes/read.ts';
import { exportOptions } from './read-options.ts';
import { leavingRegions, planRegions } from './region-list.ts';
import { exportRegions } from './regions.ts';

const BEAT = 960;
const asText = (by: number) => (event: NoteEvent) =>
  `${event.tick + by} ${event.voice} ${event.velocity} ${event.from.hit}`;

/** Notes of all sections of a song, each with its pick-up and laid at its place, and the notes of the song. */
function laidEndToEnd(document: SongDocument) {
  const options = { timing: 'heard', pickUp: true } as const;
  const song = compile(document, { kind: 'song' }, options);
  const sections = indexOf(document).song.form.flatMap(({ id }) => {
    const stretch = songStretches(document).find((one) => one.occurrence?.id === id);
    const timeline =
      stretch && compile(document, { kind: 'occurrence', occurrence: id, tail: true }, options);
    return timeline ? timeline.events.map(asText(stretch.start)) : [];
  });
  return { song, sections };
}

test('regions with a pick-up that are laid end to end are the song', () => {
  fc.assert(
    fc.property(fc.array(dice, { maxLength: 30 }), (rolls) => {
      const { document } = runEdits(rolls);
      const { song, sections } = laidEndToEnd(document);
      // Of hits of two sections on one place, the song has only the louder.
      fc.pre(song.merged.length === 0 && song.dropped === 0);
      const laid = new Set(sections);
      const played = song.events.filter(({ from }) => from.hit !== 'landing' && from.hit !== 'swell');
      expect(played.map(asText(0)).filter((event) => !laid.has(event))).toEqual([]);
    }),
    tries(60, 77),
  );
});

test('a flam on the first beat leaves whole in a file that begins a beat early, and all bars keep their lines', () => {
  const main = pattern('main', {
    own: {
      k1: { ...hit('kick', 0), flam: { kind: 'flam', ms: 30, share: 50 } },
      s: hit('snare', 960, { offsetMs: -20 }),
    },
  });
  const document = withRecord(smallSong(), main);
  const scope = { kind: 'pattern', pattern: 'main' } as const;
  expect(compile(document, scope).dropped).toBe(1);
  const early = compile(document, scope, { timing: 'heard', pickUp: true });
  expect([early.dropped, early.length]).toEqual([0, 5 * BEAT]);
  expect(early.events.map(({ tick }) => Math.sign(tick - BEAT))).toEqual([-1, 0, 1]);
  expect([0, BEAT, 5 * BEAT - 1].map((tick) => barAt(early, tick).bar)).toEqual([1, 2, 2]);
  const [region] = exportRegions(document, exportOptions({ regions: ['pattern'], pickUp: true }));
  expect(region?.verification.differences).toEqual([]);
  const ons = readMidi(region?.bytes ?? new Uint8Array()).tracks[1]?.events.filter(
    ({ type }) => type === 'noteOn',
  );
  expect(ons?.map(({ tick }) => tick)).toEqual(early.events.map(({ tick }) => tick));
});

test('the cues of a file that begins a beat early begin with their sections, read by another reader', () => {
  const song = (pickUp: boolean) => {
    const options = exportOptions({ regions: ['song'], cueTrack: true, pickUp });
    const [region] = exportRegions(smallSong(), options);
    const { header, tracks } = parseMidi(region?.bytes ?? []);
    const placed = tracks.map((events) => {
      let tick = 0;
      return events.map((event) => ({ event, tick: (tick += event.deltaTime) }));
    });
    const beat = header.ticksPerBeat ?? 0;
    const markers = placed[0]?.filter(({ event }) => event.type === 'marker');
    const cues = placed.at(-1);
    const of = (type: string) => (cues ?? []).filter(({ event }) => event.type === type);
    return {
      markers: markers?.map(({ tick }) => tick / beat),
      points: of('cuePoint').map(({ tick }) => tick / beat),
      notes: of('noteOn').map(({ tick }) => tick / beat),
      ends: of('noteOff').map(({ tick }) => tick / beat),
    };
  };
  const [plain, early] = [song(false), song(true)];
  expect(plain.notes[0]).toBe(0);
  expect(plain.markers).toEqual([0]);
  for (const key of ['markers', 'points', 'notes', 'ends'] as const)
    expect(early[key]).toEqual(plain[key]?.map((beat) => beat + 1));
});

test('by itself what is empty or not played stays; of regions that are chosen exactly those leave, and all keep their names', () => {
  const document = withRecord(smallSong(), pattern('spare', { order: 5, own: { x: hit('kick', 0) } }));
  const options = exportOptions({ regions: ['section', 'pattern'] });
  const left = (chosen: readonly string[] | null) =>
    exportRegions(document, options, chosen && new Set(chosen)).map(({ id, file }) => [id, file]);
  const named = {
    variation: ['pattern.variation', '03 variation 1 bar.mid'],
    spare: ['pattern.spare', '04 spare 1 bar.mid'],
  };
  expect(left(null).map(([id]) => id)).toEqual(['section.o1', 'pattern.main', 'pattern.variation']);
  expect(left(null)[2]).toEqual(named.variation);
  expect(left(['pattern.spare', 'pattern.variation', 'nowhere'])).toEqual([named.variation, named.spare]);
  expect(planRegions(document, { regions: ['pattern'] })).toHaveLength(3);
  const formless = withRecord(document, { ...indexOf(document).song, form: [] });
  expect(leavingRegions(formless, exportOptions({ regions: ['pattern'] }))).toHaveLength(3);
});

test('rows that stay are in no file, which matches what was meant', () => {
  fc.assert(
    fc.property(fc.array(dice, { maxLength: 20 }), fc.nat(), (rolls, which) => {
      const { document } = runEdits(rolls);
      const { parts, voicesOf } = indexOf(document);
      const voices = parts.flatMap((part) => voicesOf(part.id));
      const stay = voices.filter((_, i) => (i + which) % 2 === 0).map(({ id }) => id);
      const options = exportOptions({ regions: ['song'], stay, drumMap: 'rising' });
      const [region] = exportRegions(document, options);
      expect(region?.verification.differences ?? []).toEqual([]);
      const played = compile(document, { kind: 'song' }).events.filter(({ voice }) => !stay.includes(voice));
      expect(region?.hits ?? 0).toBeGreaterThanOrEqual(played.length);
      const all = exportRegions(
        document,
        exportOptions({ regions: ['song'], stay: voices.map(({ id }) => id) }),
      );
      expect(all[0]?.hits ?? 0).toBe(0);
    }),
    tries(30, 5),
  );
});

test('notes are released as they were struck where that was chosen, read by another reader', () => {
  const velocities = (release: 'none' | 'struck') => {
    const [region] = exportRegions(smallSong(), exportOptions({ regions: ['song'], release }));
    expect(region?.verification.differences).toEqual([]);
    return parseMidi(region?.bytes ?? [])
      .tracks.flat()
      .flatMap((event) =>
        event.type === 'noteOn' || event.type === 'noteOff' ? [[event.type, event.velocity]] : [],
      );
  };
  const of = (all: ReturnType<typeof velocities>, type: string) =>
    all.flatMap(([one, velocity]) => (one === type ? [Number(velocity)] : []));
  const struck = velocities('struck');
  expect(of(struck, 'noteOff').sort()).toEqual(of(struck, 'noteOn').sort());
  expect(new Set(of(struck, 'noteOn')).size).toBeGreaterThan(1);
  expect(new Set(of(velocities('none'), 'noteOff'))).toEqual(new Set([64]));
});
