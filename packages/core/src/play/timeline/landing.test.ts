import { setLanding, setOpening, songStretches } from '../../form/index.ts';
import { planRegions } from '../../midi/index.ts';
import { indexOf, type Landing, type Opening, type SongDocument, withRecord } from '../../song/index.ts';
import { after, section, smallSong } from '../../testing/songs.ts';
import { compile, timeMapOf } from './compile.ts';
import { courseOf } from './course.ts';

const ROUND = 3 * 3840;
const land = (landing: Landing | null) => after(smallSong(), setLanding(smallSong(), 'verse', 'b', landing));
const open = (opening: Opening) => after(smallSong(), setOpening(smallSong(), 'verse', opening));
const toms = (document: SongDocument) =>
  compile(document, { kind: 'song' })
    .events.filter(({ voice }) => voice === 'tom')
    .map(({ tick, length }) => [tick, length]);

test('a swell is one note whose end is the barline, and the song gets no bar for it', () => {
  const document = land({ voice: 'tom', velocity: 90, swell: 1920 });
  expect(toms(document)).toEqual([
    [ROUND - 1920, 1920],
    [2 * ROUND - 1920, 1920],
  ]);
  expect(songStretches(document).length).toBe(songStretches(smallSong()).length);
  const slot = compile(document, { kind: 'slot', occurrence: 'o1', repeat: 0, slot: 'b' });
  expect(slot.events.filter(({ voice }) => voice === 'tom')).toMatchObject([{ tick: 1920, length: 1920 }]);
  // Longer than what is played before it, it begins with that.
  const long = land({ voice: 'tom', velocity: 90, swell: 9000 });
  const alone = compile(long, { kind: 'slot', occurrence: 'o1', repeat: 0, slot: 'b' });
  expect(alone.events.filter(({ voice }) => voice === 'tom')).toMatchObject([{ tick: 0, length: 3840 }]);
});

test('a landing or a swell sounds in the first or the last round of its section only, if it is told so', () => {
  expect(toms(land({ voice: 'tom', velocity: 90, swell: 960, times: 'last' }))).toEqual([
    [2 * ROUND - 960, 960],
  ]);
  expect(toms(land({ voice: 'tom', velocity: 90, times: 'first' }))).toEqual([[ROUND, 1920]]);
});

test('a section opens with a hit of its own, each round or the first only, in place of the hat there', () => {
  expect(toms(open({ voice: 'tom', velocity: 90 })).map(([tick]) => tick)).toEqual([0, ROUND]);
  const first = open({ voice: 'tom', velocity: 90, times: 'first' });
  expect(toms(first).map(([tick]) => tick)).toEqual([0]);
  const [one, two] = [courseOf(first)[0], courseOf(first)[3]];
  expect((one?.hits ?? 0) - (two?.hits ?? 0)).toBeCloseTo(1 / 4, 9);
  // One that the section before lands with already is struck once.
  const both = after(first, setLanding(first, 'verse', 'b', { voice: 'tom', velocity: 70 }));
  const every = after(both, setOpening(both, 'verse', { voice: 'tom', velocity: 90 }));
  expect(toms(every).map(([tick]) => tick)).toEqual([0, ROUND, 2 * ROUND]);
});

test('the song has a bar after its form only where something lands there, and it is that of the last slot', () => {
  const crash: Landing = { voice: 'tom', velocity: 90 };
  const lands = land(crash);
  const lengths = (document: SongDocument) =>
    planRegions(document, { regions: ['song', 'section'] }).map(({ bars }) => bars);
  const length = (document: SongDocument) => timeMapOf(document, { kind: 'song' }).length;
  expect([length(lands), lengths(lands)]).toEqual([2 * ROUND + 3840, [7, 7]]);
  // In another round, or with its row silent there, nothing lands.
  expect(length(land({ ...crash, times: 'first' }))).toBe(2 * ROUND);
  const { song } = indexOf(lands);
  const silent = withRecord(lands, {
    ...song,
    form: song.form.map((one) => ({ ...one, silencedVoices: ['tom'] })),
  });
  expect([length(silent), lengths(silent)]).toEqual([2 * ROUND, [6, 6]]);
  // A section without slots behind it has no bar of its own.
  const empty = section('empty', []);
  const longer = withRecord(withRecord(lands, empty), {
    ...song,
    form: [...song.form, { id: 'o9', section: 'empty', times: 1, silencedVoices: [] }],
  });
  expect(lengths(longer)).toEqual([7, 7]);
});
