import { fillCandidates, limbsOf, USUAL_FILL } from '../make/index.ts';
import { exportOptions, exportRegions } from '../midi/index.ts';
import { compile, tryFill } from '../play/index.ts';
import {
  documentOf,
  indexOf,
  type Pattern,
  removeVoice,
  type SongDocument,
  withRecord,
} from '../song/index.ts';
import { after, hit, layer, pattern, section, smallSong, song, voice } from '../testing/songs.ts';
import { seeds } from '../testing/tries.ts';
import { duplicateSlots, moveSlots } from './arrange-slots.ts';
import { placeAtEnd } from './place-fill.ts';

const BAR = 3840;
const CRASH = voice('crash', 49, { family: 'cymbal', sound: 'crash' });
const LANDING = { voice: 'crash', velocity: 110 };

/** A verse that leads into a chorus of hats on 8ths with kick and snare. */
function twoSections(): SongDocument {
  const hats = Array.from({ length: 8 }, (_, i) => [`h${i}`, hit('hat', i * 480)] as const);
  return documentOf([
    ...Object.values(smallSong().records),
    CRASH,
    song({
      form: ['verse', 'chorus'].map((one) => ({
        id: `o-${one}`,
        section: one,
        times: 1,
        silencedVoices: [],
      })),
    }),
    pattern('groove', {
      own: {
        ...Object.fromEntries(hats),
        k: hit('kick', 0),
        k2: hit('kick', 1440),
        s: hit('snare', 960),
        s2: hit('snare', 2880),
      },
    }),
    section('verse', [
      { id: 'a', length: BAR, layers: [layer('groove')] },
      { id: 'b', length: 2 * BAR, layers: [layer('groove')] },
    ]),
    section('chorus', [{ id: 'c', length: 2 * BAR, layers: [layer('groove')] }]),
  ]);
}

/** Fills of a song over the bar line that go on after it. */
function overFills(document: SongDocument, takeOver: number, seed = 5): readonly Pattern[] {
  const recipe = { ...USUAL_FILL, takeOver, seed, kinds: ['over the bar' as const] };
  const list = fillCandidates(document, 'groove', recipe, 4);
  if ('reason' in list) throw new Error(list.reason);
  return list.fills.map(({ pattern: made }) => made).filter(({ madeBy }) => madeBy?.over);
}

function overFill(document: SongDocument, takeOver: number): Pattern {
  const [fill] = overFills(document, takeOver);
  if (!fill) throw new Error('No fill goes on over the bar line.');
  return { ...fill, id: 'fill', name: 'Over' };
}

/** Notes from the start of the chorus on. */
const inChorus = (document: SongDocument, from = 3 * BAR) =>
  compile(document, { kind: 'song' })
    .events.filter(({ tick }) => tick >= from)
    .map(({ tick, voice: row }) => `${tick - from} ${row}`);

test.each([1920, 3840, 7680])(
  'groups that go on over the bar line land on the beat on which one ends, after a take-over of %i ticks',
  (takeOver) => {
    const document = twoSections();
    for (const seed of seeds(1))
      for (const fill of overFills(document, takeOver, seed)) {
        const { over, cells } = fill.madeBy ?? {};
        const group = (cells?.cells[0]?.steps ?? 0) * 240;
        const first = Math.min(...Object.values(fill.own).map(({ at }) => at)) - (fill.length - takeOver);
        expect([720, 1200]).toContain(group === 480 ? 720 : group);
        expect(over?.to).toBeLessThanOrEqual(1920);
        expect((over?.to ?? 1) % 960).toBe(0);
        expect(over?.strokes.at(-1)).toMatchObject({ at: over?.to, voice: 'kick' });
        expect(over?.strokes.filter(({ at }) => at > over.to)).toEqual([]);
        expect(first).toBeGreaterThanOrEqual(0);
        expect(limbsOf(withRecord(document, fill), fill.id).conflicts).toEqual([]);
      }
  },
);

test('its end is played in what follows: hands give way up to the landing, then the groove goes on', () => {
  const document = twoSections();
  const fill = overFill(document, BAR);
  const { over } = fill.madeBy ?? {};
  const to = over?.to ?? 0;
  const placed = after(
    withRecord(document, fill),
    placeAtEnd(withRecord(document, fill), 'verse', 'fill', { how: 'replace', landing: LANDING }),
  );
  const heard = inChorus(placed);
  const strokes = over?.strokes.map(({ at, voice: row }) => `${at} ${row}`) ?? [];
  const groove = inChorus(document);
  const ownKick = over?.strokes.some(({ voice: row, at }) => row === 'kick' && at < to);
  const keeps = groove.filter((one) => {
    const [at = '', row] = one.split(' ');
    if (Number(at) > to) return true;
    return row === 'kick' ? !ownKick && Number(at) !== to : Number(at) === to && row === 'snare';
  });
  expect([...heard].sort()).toEqual([...strokes, `${to} crash`, ...keeps].sort());
  // Before it nothing is otherwise than with a fill that ends on the bar line.
  const { over: _, ...madeBy } = fill.madeBy ?? {};
  const short = { ...fill, madeBy } as Pattern;
  const plain = after(
    withRecord(document, short),
    placeAtEnd(withRecord(document, short), 'verse', 'fill', { how: 'replace', landing: LANDING }),
  );
  const before = (one: SongDocument) =>
    compile(one, { kind: 'occurrence', occurrence: 'o-verse' }).events.map(
      ({ tick, voice: row }) => `${tick} ${row}`,
    );
  expect(before(placed)).toEqual(before(plain));
  // The fill is tried as it will be played.
  const tried = tryFill(document, 'groove', fill, LANDING);
  const triedAt = compile(tried.document, tried.scope).events.map(({ tick, voice: row }) => `${tick} ${row}`);
  for (const one of strokes) {
    const [at = '', row] = one.split(' ');
    expect(triedAt).toContain(`${2 * BAR + Number(at)} ${row}`);
  }
});

test('without a crash it lands with its own last stroke', () => {
  const document = withRecord(twoSections(), overFill(twoSections(), BAR));
  const placed = after(document, placeAtEnd(document, 'verse', 'fill', { how: 'replace', landing: null }));
  const landing = indexOf(placed).section('verse')?.slots.at(-1)?.landing;
  expect(landing).toMatchObject({ voice: 'kick' });
  const to = landing?.over?.to ?? 0;
  expect(inChorus(placed).filter((one) => one === `${to} kick`)).toEqual([`${to} kick`]);
  expect(inChorus(placed).some((one) => one.endsWith('crash'))).toBe(false);
});

test('its end goes where the slot goes, leaves as MIDI with what follows', () => {
  const document = withRecord(twoSections(), overFill(twoSections(), BAR));
  const placed = after(document, placeAtEnd(document, 'verse', 'fill', { how: 'replace', landing: LANDING }));
  const strokes = indexOf(placed).section('verse')?.slots.at(-1)?.landing?.over?.strokes.length ?? 0;
  const count = (one: SongDocument) =>
    compile(one, { kind: 'song' }).events.filter(({ from }) => from.hit.startsWith('landing')).length;
  expect(count(placed)).toBe(strokes + 1);
  const moved = after(placed, moveSlots(placed, 'verse', ['b'], 0));
  expect(count(moved)).toBe(strokes + 1);
  expect(indexOf(moved).section('verse')?.slots[0]?.landing).toEqual(
    indexOf(placed).section('verse')?.slots[1]?.landing,
  );
  const twice = after(
    placed,
    duplicateSlots(placed, 'verse', ['b'], (i) => `copy-${i}`),
  );
  expect(count(twice)).toBe(2 * (strokes + 1));
  for (const region of exportRegions(placed, exportOptions({ regions: ['song', 'section', 'slot'] })))
    expect(region.verification.differences).toEqual([]);
});

test('a row that leaves the kit takes its strokes over the bar line with it', () => {
  const document = withRecord(twoSections(), overFill(twoSections(), BAR));
  const placed = after(document, placeAtEnd(document, 'verse', 'fill', { how: 'replace', landing: LANDING }));
  const without = after(placed, removeVoice(placed, 'tom'));
  const over = indexOf(without).section('verse')?.slots.at(-1)?.landing?.over;
  expect(over?.strokes.some(({ voice: row }) => row === 'tom')).toBe(false);
});

test('a row that is silent in an occurrence is silent over the bar line too', () => {
  const base = withRecord(twoSections(), overFill(twoSections(), BAR));
  const placed = after(base, placeAtEnd(base, 'verse', 'fill', { how: 'replace', landing: LANDING }));
  const { song: record } = indexOf(placed);
  const form = record.form.map((one) =>
    one.section === 'chorus' ? { ...one, silencedVoices: ['snare'] } : one,
  );
  const quiet = withRecord(placed, { ...record, form });
  expect(inChorus(quiet).some((one) => one.endsWith(' snare'))).toBe(false);
  expect(inChorus(quiet).some((one) => one.endsWith(' crash'))).toBe(true);
});

test('its end is the same over several short slots', () => {
  const base = withRecord(twoSections(), overFill(twoSections(), BAR));
  const placed = after(base, placeAtEnd(base, 'verse', 'fill', { how: 'replace', landing: LANDING }));
  const beats = Array.from({ length: 8 }, (_, i) => ({
    id: `c${i}`,
    length: 960,
    layers: [{ ...layer('groove'), start: (i % 4) * 960 }],
  }));
  const short = withRecord(placed, section('chorus', beats));
  expect([...inChorus(short)].sort()).toEqual([...inChorus(placed)].sort());
});
