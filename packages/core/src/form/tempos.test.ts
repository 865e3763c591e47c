import fc from 'fast-check';
import { compile, timeMapOf } from '../play/index.ts';
import { documentOf, indexOf, type Section, type SongDocument } from '../song/index.ts';
import { dice, runEdits } from '../testing/random-edits.ts';
import { layer, section, smallSong, song } from '../testing/songs.ts';
import { after } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { tempoAt, tempoSlice } from '../time/index.ts';
import { cutSlotAt, joinChosen } from './arrange-slots.ts';
import { setSectionTempo, setSlotTempo, setTempoMap } from './edit-tempo.ts';
import { setSlowing } from './slot-end.ts';
import { occurrencePlaces } from './stretches.ts';
import { songTempos, tempoOfSlot } from './tempos.ts';

const BAR = 3840;
const STEP = 240;

const bars = (id: string, count: number): Section =>
  section(
    id,
    Array.from({ length: count }, (_, i) => ({ id: `${id}${i}`, length: BAR, layers: [layer('main')] })),
  );

/** A song at 120 of a verse of four bars, twice, and a chorus of two. */
function threeSections(): SongDocument {
  return documentOf([
    ...Object.values(smallSong().records).filter(({ kind }) => kind !== 'section'),
    bars('verse', 4),
    bars('chorus', 2),
    song({
      tempo: 120,
      form: [
        { id: 'o1', section: 'verse', times: 2, silencedVoices: [] },
        { id: 'o2', section: 'chorus', times: 1, silencedVoices: [] },
        { id: 'o3', section: 'verse', times: 1, silencedVoices: [] },
      ],
    }),
  ]);
}

const temposAt = (document: SongDocument, ...ticks: number[]) =>
  ticks.map((tick) => tempoAt(songTempos(document), tick));

test('a section has its tempo wherever it is played, and what follows has the song’s', () => {
  const before = threeSections();
  expect(songTempos(before)).toEqual([{ tick: 0, tempo: 120 }]);
  const document = after(before, setSectionTempo(before, 'chorus', { to: 140 }));
  expect(songTempos(document)).toEqual([
    { tick: 0, tempo: 120 },
    { tick: 8 * BAR, tempo: 140 },
    { tick: 10 * BAR, tempo: 120 },
  ]);
  expect(after(document, setSectionTempo(document, 'chorus', null))).toEqual(before);
});

test('a ramp takes a new tempo at every 16th on a straight line from the tempo before, through the rounds of its section', () => {
  const before = threeSections();
  const document = after(before, setSectionTempo(before, 'verse', { to: 152, over: 8 * BAR }));
  const points = songTempos(document).filter(({ tick }) => tick < 8 * BAR);
  expect(points).toHaveLength(128);
  points.forEach((point, i) => {
    expect(point.tick).toBe(i * STEP);
    expect(point.tempo).toBeCloseTo(120 + ((i + 1) * 32) / 128, 9);
  });
  // The chorus is in the song's tempo, and where the verse comes again it breaks off half-way.
  expect(temposAt(document, 8 * BAR, 12 * BAR, 14 * BAR - 1)).toEqual([120, 128.25, 136]);
});

test('a slot has its own tempo up to its end, and slows down from that', () => {
  const before = threeSections();
  const faster = after(before, setSectionTempo(before, 'verse', { to: 100 }));
  const own = after(faster, setSlotTempo(faster, [{ section: 'verse', slot: 'verse1' }], { to: 80 }));
  const document = after(own, setSlowing(own, 'verse', 'verse1', { over: STEP, to: 50 }));
  expect(songTempos(document).slice(0, 4)).toEqual([
    { tick: 0, tempo: 100 },
    { tick: BAR, tempo: 80 },
    { tick: 2 * BAR - STEP, tempo: 40 },
    { tick: 2 * BAR, tempo: 100 },
  ]);
  const [verse] = indexOf(document).sections;
  const slot = verse?.slots[1];
  expect(verse && slot && tempoOfSlot(document, verse, slot)).toBe(80);
});

test('the map of the song lies under its sections and slots', () => {
  const before = threeSections();
  const mapped = after(
    before,
    setTempoMap(before, [
      { at: 9 * BAR, tempo: 60 },
      { at: 100, tempo: 121 },
      { at: 100, tempo: 122 },
    ]),
  );
  expect(indexOf(mapped).song.tempos).toEqual([
    { at: 100, tempo: 122 },
    { at: 9 * BAR, tempo: 60 },
  ]);
  const document = after(mapped, setSectionTempo(mapped, 'chorus', { to: 140 }));
  expect(songTempos(document)).toEqual([
    { tick: 0, tempo: 120 },
    { tick: 100, tempo: 122 },
    { tick: 8 * BAR, tempo: 140 },
    { tick: 10 * BAR, tempo: 60 },
  ]);
  expect(after(mapped, setTempoMap(mapped, []))).toEqual(before);
});

test('a slot that is cut and joined again goes at the tempos it had', () => {
  const start = threeSections();
  const before = after(
    start,
    setSlotTempo(start, [{ section: 'chorus', slot: 'chorus0' }], { to: 200, over: 2 * BAR }),
  );
  const cut = after(before, cutSlotAt(before, { section: 'chorus', slot: 'chorus0' }, 5 * STEP, 'later'));
  const [was, now] = [songTempos(before), songTempos(cut)];
  expect(now.map(({ tick }) => tick)).toEqual(was.map(({ tick }) => tick));
  now.forEach(({ tempo }, i) => expect(tempo).toBeCloseTo(was[i]?.tempo ?? 0, 9));
  const joined = after(cut, joinChosen(cut, 'chorus', ['chorus0', 'later']));
  expect(songTempos(joined)).toEqual(was);
  const faster = after(cut, setSlotTempo(cut, [{ section: 'chorus', slot: 'later' }], { to: 90 }));
  expect(joinChosen(faster, 'chorus', ['chorus0', 'later'])).toMatchObject({ reason: /another tempo/ });
});

test('every region has the tempos that the song has there, whatever was edited before', () => {
  fc.assert(
    fc.property(fc.array(dice, { minLength: 4, maxLength: 30 }), (rolls) => {
      const { document } = runEdits(rolls);
      const { tempos, length } = compile(document, { kind: 'song' });
      expect(tempos).toEqual(tempoSlice(songTempos(document), 0, length));
      for (const { occurrence, start, length: lasts } of occurrencePlaces(document)) {
        if (!lasts) continue;
        const there = timeMapOf(document, { kind: 'occurrence', occurrence: occurrence.id }).tempos;
        expect(there).toEqual(tempoSlice(tempos, start, start + lasts));
      }
    }),
    tries(40, 31),
  );
});
