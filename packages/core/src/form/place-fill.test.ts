import { makeFill, USUAL_FILL } from '../make/index.ts';
import { exportOptions, exportRegions } from '../midi/index.ts';
import { addNotesPart } from '../pattern/index.ts';
import { compile } from '../play/index.ts';
import { documentOf, indexOf, type SongDocument } from '../song/index.ts';
import { after, hit, layer, pattern, section, smallSong, song, voice } from '../testing/songs.ts';
import { startOf } from './going-on.ts';
import { placeAt, placeAtEnd, placeEvery, placeInSlot, type Placing } from './place-fill.ts';
import { sectionStretches } from './stretches.ts';

const CRASH = voice('crash', 49, { family: 'cymbal' });
const LANDING = { voice: 'crash', velocity: 110 };
const replace: Placing = { how: 'replace', landing: null };
const BAR = 3840;

/** A verse and a chorus that both begin with a hat, and a fill of a bar. */
function twoSections(): SongDocument {
  const base = documentOf([
    ...Object.values(smallSong().records),
    CRASH,
    song({
      form: [
        { id: 'o1', section: 'verse', times: 1, silencedVoices: [] },
        { id: 'o2', section: 'chorus', times: 1, silencedVoices: [] },
      ],
    }),
    pattern('hats', { own: { h: hit('hat', 0), h2: hit('hat', 960), k: hit('kick', 0) } }),
    section('verse', [{ id: 'a', length: 4 * BAR, layers: [layer('hats')] }]),
    section('chorus', [{ id: 'b', length: 2 * BAR, layers: [layer('hats')] }]),
  ]);
  return after(
    base,
    makeFill(
      base,
      'hats',
      { ...USUAL_FILL, made: 'at random' as const, takeOver: 1920, seed: 3 },
      'fill',
      'Fill',
    ),
  );
}

const verse = (document: SongDocument) => indexOf(document).section('verse')?.slots[0]?.layers;
const played = (document: SongDocument) =>
  compile(document, { kind: 'song' }).events.map((event) => `${event.tick} ${event.voice}`);

test('a fill replaces the end of the last slot, and nothing else is played otherwise', () => {
  const document = twoSections();
  const next = after(document, placeAtEnd(document, 'verse', 'fill', replace));
  expect(verse(next)?.map(({ pattern: id, from, to }) => [id, from, to])).toEqual([
    ['hats', undefined, -BAR],
    ['fill', -BAR, undefined],
  ]);
  const outside = (list: string[]) => list.filter((one) => Number(one.split(' ')[0]) < 3 * BAR + 1920);
  expect(outside(played(next))).toEqual(outside(played(document)));
});

test('a fill is laid over what goes on, where that is wanted', () => {
  const document = twoSections();
  const next = after(document, placeAtEnd(document, 'verse', 'fill', { ...replace, how: 'layer' }));
  expect(verse(next)?.map(({ pattern: id, from, to }) => [id, from, to])).toEqual([
    ['hats', undefined, undefined],
    ['fill', -BAR, undefined],
  ]);
});

test('a landing crash belongs to the next bar, also in another section, in place of the hat there', () => {
  const document = twoSections();
  const next = after(document, placeAtEnd(document, 'verse', 'fill', { ...replace, landing: LANDING }));
  const landed = played(next).filter((one) => one.startsWith(`${4 * BAR} `));
  expect(landed.sort()).toEqual([`${4 * BAR} crash`, `${4 * BAR} kick`]);
  const chorus = compile(next, { kind: 'occurrence', occurrence: 'o2' }).events;
  expect(
    chorus
      .filter((event) => event.tick === 0)
      .map((event) => event.voice)
      .sort(),
  ).toEqual(['crash', 'kick']);
  expect(
    compile(next, { kind: 'occurrence', occurrence: 'o1' }).events.some((one) => one.voice === 'crash'),
  ).toBe(false);
  for (const region of exportRegions(next, exportOptions({ regions: ['song', 'section', 'slot'] })))
    expect(region.verification.differences).toEqual([]);
});

test('the last slot of the song lands in a bar after its end, which leaves with the song and its last section', () => {
  const document = twoSections();
  const next = after(document, placeAtEnd(document, 'chorus', 'fill', { ...replace, landing: LANDING }));
  const end = compile(document, { kind: 'song' }).length;
  const timeline = compile(next, { kind: 'song' });
  expect(timeline.length).toBe(end + BAR);
  const tail = timeline.events.filter((event) => event.tick >= end);
  expect(tail.map(({ tick, voice, length }) => [tick, voice, length])).toEqual([[end, 'crash', 1920]]);
  const regions = exportRegions(next, exportOptions({ regions: ['song', 'section', 'slot'] }));
  const before = exportRegions(document, exportOptions({ regions: ['song', 'section', 'slot'] }));
  const longer = regions.flatMap((region, i) =>
    region.bars === before[i]?.bars ? [] : [[region.id, region.bars - (before[i]?.bars ?? 0)]],
  );
  expect(longer).toEqual([
    ['song', 1],
    [regions.findLast((region) => region.kind === 'section')?.id, 1],
  ]);
  expect(regions.flatMap((region) => region.verification.differences)).toEqual([]);
  // A section that goes round does not wait for it.
  const chorus = compile(next, { kind: 'occurrence', occurrence: 'o2' });
  expect(chorus.length).toBe(compile(document, { kind: 'occurrence', occurrence: 'o2' }).length);
});

test('a fill at every second bar starts the groove anew after each', () => {
  const document = twoSections();
  const next = after(document, placeEvery(document, 'verse', 2, ['fill'], replace));
  const layers = verse(next)?.map(({ pattern: id, from = 0, to = 4 * BAR }) => ({
    id,
    from: (from < 0 ? 4 * BAR + from : from) / BAR,
    to: (to < 0 ? 4 * BAR + to : to) / BAR,
  }));
  expect(layers?.sort((x, y) => x.from - y.from)).toEqual([
    { id: 'hats', from: 0, to: 1 },
    { id: 'fill', from: 1, to: 2 },
    { id: 'hats', from: 2, to: 3 },
    { id: 'fill', from: 3, to: 4 },
  ]);
});

/** Content of each bar of the verse: its patterns, and the place in them where it begins. */
const barsOf = (document: SongDocument) =>
  sectionStretches(document, indexOf(document).section('verse') ?? section('none', [])).flatMap(({ slot }) =>
    slot.layers.map((one) => `${one.pattern} ${startOf(one) / BAR}`),
  );

/** The two sections with a groove of two bars that tells its bars apart. */
function twoBarGroove(): SongDocument {
  const base = twoSections();
  return documentOf([
    ...Object.values(base.records),
    pattern('wide', { length: 2 * BAR, own: { a: hit('kick', 0), b: hit('hat', BAR + 960) } }),
    section('verse', [{ id: 'a', length: 4 * BAR, layers: [layer('wide')] }]),
  ]);
}

test('after a fill from any bar on the groove goes on where it would have been', () => {
  const document = twoBarGroove();
  const next = after(document, placeAt(document, 'verse', 2 * BAR, 'fill', replace));
  expect(barsOf(next)).toEqual(['wide 0', 'wide 1', 'fill 0']);
  const last = (list: string[]) => list.filter((one) => Number(one.split(' ')[0]) >= 3 * BAR);
  expect(last(played(next))).toEqual(last(played(document)));
  const late = placeAt(document, 'verse', 4 * BAR - 960, 'fill', replace);
  expect(late).toEqual({ reason: 'Fill would run over the end of verse.' });
});

test('a landing inside a slot cuts it there, and what is said of single hits stays with them', () => {
  const base = twoBarGroove();
  const document = documentOf([
    ...Object.values(base.records),
    section('verse', [
      {
        id: 'a',
        length: 4 * BAR,
        layers: [
          {
            ...layer('wide'),
            own: { early: hit('hat', 480), late: hit('hat', 3 * BAR + 480) },
            silenced: ['b~7680'],
            changed: { b: { velocity: 33 } },
          },
        ],
      },
    ]),
  ]);
  const before = compile(document, { kind: 'song' }).events;
  expect(before.filter((event) => event.voice === 'hat' && event.tick < 4 * BAR)).toHaveLength(3);
  const next = after(document, placeAt(document, 'verse', BAR, 'fill', { ...replace, landing: LANDING }));
  expect(
    indexOf(next)
      .section('verse')
      ?.slots.map((slot) => slot.length / BAR),
  ).toEqual([2, 2]);
  const outside = (events: typeof before) =>
    events
      .filter(
        (one) => one.voice !== 'crash' && (one.tick < BAR || (one.tick >= 2 * BAR && one.tick < 4 * BAR)),
      )
      .map((one) => `${one.tick} ${one.voice} ${one.velocity}`);
  expect(outside(compile(next, { kind: 'song' }).events)).toEqual(outside(before));
  expect(played(next)).toContain(`${2 * BAR} crash`);
});

test('every few bars: fills in turn, each with its landing, and never unasked over one that is there', () => {
  const base = twoSections();
  const other = after(
    base,
    makeFill(
      base,
      'hats',
      { ...USUAL_FILL, made: 'at random' as const, takeOver: 960, seed: 8 },
      'other',
      'Other',
    ),
  );
  const landed: Placing = { ...replace, landing: LANDING };
  const next = after(other, placeEvery(other, 'verse', 2, ['fill', 'other'], landed));
  expect(barsOf(next).filter((one) => !one.startsWith('hats'))).toEqual(['fill 0', 'other 0']);
  expect(played(next).filter((one) => one.endsWith('crash'))).toEqual([
    `${2 * BAR} crash`,
    `${4 * BAR} crash`,
  ]);
  expect(placeEvery(next, 'verse', 2, ['fill'], landed)).toEqual({
    reason: 'Every such place of verse has a fill already.',
  });
  const again = after(next, placeEvery(next, 'verse', 2, ['other'], { ...landed, over: true }));
  expect(barsOf(again).filter((one) => !one.startsWith('hats'))).toEqual(['other 0', 'other 0']);
});

test('a stop also stops what rings of the other parts, whose note on the stop itself is short', () => {
  const base = twoSections();
  const bass = addNotesPart(base, 'bass', { part: 'bass-part', voice: 'bass', pattern: 'line' });
  const ringing = {
    ...pattern('ring', {
      length: 4 * BAR,
      own: {
        a: { ...hit('bass', 0), length: 4 * BAR },
        b: hit('bass', 3 * BAR + 960),
        c: hit('bass', 3 * BAR + 1920),
      },
    }),
    part: 'bass-part',
  };
  const document = documentOf([
    ...Object.values(after(base, bass).records),
    ringing,
    section('verse', [{ id: 'a', length: 4 * BAR, layers: [layer('hats'), layer('ring')] }]),
  ]);
  const heard = (now: SongDocument) =>
    compile(now, { kind: 'occurrence', occurrence: 'o1' })
      .events.filter((event) => event.voice === 'bass')
      .map((event) => [event.tick, Math.min(event.tick + event.length, 4 * BAR)]);
  const stopped = after(
    document,
    placeAtEnd(document, 'verse', 'fill', { ...replace, othersStop: BAR - 960 }),
  );
  expect(heard(stopped).map(([at]) => at)).toEqual([0, 3 * BAR + 960]);
  for (const [, end] of heard(stopped)) expect(end).toBeLessThanOrEqual(3 * BAR + 960 + 240);
  const goesOn = after(document, placeAtEnd(document, 'verse', 'fill', replace));
  expect(heard(goesOn)).toHaveLength(3);
});

test('what has no room is refused with a reason', () => {
  const document = twoSections();
  const short = after(
    document,
    makeFill(
      document,
      'hats',
      { ...USUAL_FILL, made: 'at random' as const, takeOver: 4 * BAR, seed: 1 },
      'long',
      'Long',
    ),
  );
  expect(placeInSlot(short, 'chorus', 'b', 'long', replace)).toEqual({
    reason: 'That slot is shorter than Long.',
  });
  expect(placeInSlot(short, 'chorus', 'gone', 'long', replace)).toHaveProperty('reason');
  expect(placeEvery(short, 'chorus', 2, ['long'], replace)).toHaveProperty('reason');
  expect(placeAtEnd(short, 'gone', 'long', replace)).toHaveProperty('reason');
});

test('a slot that is full of layers takes no more', () => {
  const base = twoSections();
  const layers = Array.from({ length: 16 }, () => layer('hats'));
  const full = documentOf([
    ...Object.values(base.records),
    section('verse', [{ id: 'a', length: 4 * BAR, layers }]),
  ]);
  const over: Placing = { ...replace, how: 'layer' };
  const refused = { reason: 'A slot layers at most 16 patterns.' };
  expect(placeAtEnd(full, 'verse', 'fill', over)).toEqual(refused);
  expect(placeInSlot(full, 'verse', 'a', 'fill', over)).toEqual(refused);
  expect(placeEvery(full, 'verse', 2, ['fill'], over)).toEqual(refused);
});
