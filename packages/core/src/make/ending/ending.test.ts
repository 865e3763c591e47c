import { Midi } from '@tonejs/midi';
import { placeAtEnd, type Placing, setSlowing } from '../../form/index.ts';
import { exportOptions, exportRegions } from '../../midi/index.ts';
import { compile, sliceTimeline } from '../../play/index.ts';
import { documentOf, indexOf, type Pattern, type Refusal, type SongDocument } from '../../song/index.ts';
import { after, layer, section, smallSong, song } from '../../testing/songs.ts';
import { secondsAt } from '../../time/index.ts';
import { type DropOut, dropOutPattern } from './drop-out.ts';
import { type Ending, endingPattern } from './ending.ts';

const BAR = 3840;
const REPLACE: Placing = { how: 'replace', landing: null };

function taken(made: Pattern | Refusal, document = smallSong()): SongDocument {
  if ('reason' in made) throw new Error(made.reason);
  return after(document, { label: 'make', put: [made], remove: [] });
}

const heard = (document: SongDocument) =>
  compile(document, { kind: 'pattern', pattern: 'end' }).events.map(
    (event) => `${event.tick} ${event.voice}`,
  );

describe('a drop-out', () => {
  const drop = (fields: Partial<DropOut>) =>
    dropOutPattern(
      smallSong(),
      'main',
      { last: 1920, leaves: { without: [] }, pickUp: null, ...fields },
      'end',
      'End',
    );

  test('silences the chosen rows for the last beats, and loses none of their hits', () => {
    const document = taken(drop({ leaves: { without: ['kick', 'hat'] } }));
    expect(heard(document)).toEqual(['0 kick', '480 hat', '960 snare', '2880 snare']);
  });

  test('leaves an even pulse: what the groove accents is no louder in it, and is before it', () => {
    const base = smallSong();
    const main = indexOf(base).pattern('main');
    if (!main) throw new Error('no groove');
    const accented = documentOf([
      ...Object.values(base.records).filter((one) => one.id !== 'main'),
      { ...main, accents: [{ at: 0 }, { at: 1920 }] },
    ]);
    const made = dropOutPattern(
      accented,
      'main',
      { last: 1920, leaves: { pulseOn: 'hat', velocity: 70 }, pickUp: null },
      'even',
      'Even',
    );
    expect('reason' in made ? made : made.accents).toEqual([{ at: 0 }]);
  });

  test('leaves only the pulse, before which all plays on', () => {
    const document = taken(drop({ leaves: { pulseOn: 'hat', velocity: 70 } }));
    expect(heard(document)).toEqual(['0 kick', '480 hat', '960 snare', '1920 hat', '2880 hat']);
  });

  test('picks up into what follows', () => {
    const pickUp = { voice: 'tom', hits: 3, grid: 4, velocity: 100 } as const;
    const document = taken(drop({ leaves: { without: ['snare'] }, pickUp }));
    expect(heard(document).slice(-3)).toEqual(['3120 tom', '3360 tom', '3600 tom']);
    const velocities = compile(document, { kind: 'pattern', pattern: 'end' }).events.slice(-3);
    expect(velocities.map((event) => event.velocity)).toEqual([72, 85, 100]);
  });

  test('of nothing, of under a beat or of over four bars is refused', () => {
    expect(drop({})).toEqual({ reason: 'Choose rows that fall silent, or a pick-up.' });
    expect(drop({ last: 500 })).toEqual({ reason: 'It lasts at least one beat.' });
    expect(drop({ last: 5 * BAR })).toEqual({ reason: 'It lasts at most 4 bars.' });
  });

  test('changes with its groove', () => {
    const document = taken(drop({ leaves: { without: ['kick'] } }));
    const main = indexOf(document).pattern('main');
    if (!main) throw new Error('no groove');
    const next = after(document, {
      label: 'edit',
      put: [
        {
          ...main,
          own: {
            ...main.own,
            k9: { voice: 'kick', at: 3600, velocity: 90, length: 60, offsetMs: 0, pitch: 0 },
          },
        },
      ],
      remove: [],
    });
    expect(heard(next)).toEqual(heard(document));
  });
});

describe('an ending', () => {
  const ending = (fields: Partial<Ending>) =>
    endingPattern(
      smallSong(),
      'main',
      {
        last: 2 * BAR,
        stop: { before: BAR, voices: ['kick', 'open'], velocity: 120 },
        slows: null,
        ...fields,
      },
      'end',
      'End',
    );

  test('plays on, then stops on one hit and is silent', () => {
    const document = taken(ending({}));
    const bar = ['0 kick', '480 hat', '960 snare', '1920 kick', '2880 snare'];
    expect(heard(document)).toEqual([...bar, `${BAR} kick`, `${BAR} open`]);
    const stop = compile(document, { kind: 'pattern', pattern: 'end' }).events.at(-1);
    expect([stop?.velocity, stop?.length]).toEqual([120, 1920]);
  });

  test('that stops nowhere, outside itself or on no row is refused', () => {
    expect(ending({ stop: null })).toEqual({ reason: 'An ending stops on a hit, slows down, or both.' });
    expect(ending({ stop: { before: 3 * BAR, voices: ['kick'], velocity: 9 } })).toEqual({
      reason: 'The stop lies outside the ending.',
    });
    expect(ending({ stop: { before: BAR, voices: [], velocity: 9 } })).toEqual({
      reason: 'Choose a row that it stops on.',
    });
    expect('reason' in ending({ stop: null, slows: { over: BAR, to: 60 } })).toBe(false);
  });
});

/** A verse of five bars in slots of 3, 1 and 1, and a bar of chorus after it. */
function verseAndChorus(): SongDocument {
  return documentOf([
    ...Object.values(smallSong().records),
    section('verse', [
      { id: 'a', length: 3 * BAR, layers: [layer('main')] },
      { id: 'b', length: BAR, layers: [layer('variation')] },
      { id: 'c', length: BAR, layers: [layer('main')] },
    ]),
    section('chorus', [{ id: 'd', length: BAR, layers: [layer('main')] }]),
    song({
      form: [
        { id: 'o1', section: 'verse', times: 1, silencedVoices: [] },
        { id: 'o2', section: 'chorus', times: 1, silencedVoices: [] },
      ],
    }),
  ]);
}

describe('slowing', () => {
  const slow = () => {
    const document = verseAndChorus();
    return after(document, setSlowing(document, 'verse', 'c', { over: 1920, to: 50 }));
  };

  test('is a tempo at each 16th on a straight line, and what follows is in tempo again', () => {
    const { tempos } = compile(slow(), { kind: 'song' });
    const from = 4 * BAR + 1920;
    expect(tempos).toEqual([
      { tick: 0, tempo: 120 },
      ...Array.from({ length: 8 }, (_, i) => ({ tick: from + i * 240, tempo: 120 - 7.5 * (i + 1) })),
      { tick: 5 * BAR, tempo: 120 },
    ]);
    expect(secondsAt(tempos, from)).toBe(9);
  });

  test('leaves as a tempo map that another reader hears, in every region', () => {
    const regions = exportRegions(slow(), exportOptions({ regions: ['song', 'section', 'slot'] }));
    expect(regions.flatMap((region) => region.verification.differences)).toEqual([]);
    const [whole] = regions;
    if (!whole) throw new Error('no region');
    const { header, durationTicks, duration } = new Midi(whole.bytes);
    expect(header.tempos).toHaveLength(10);
    expect(header.tempos[8]?.bpm).toBeCloseTo(60, 2);
    const { tempos } = compile(slow(), { kind: 'song' });
    expect(duration).toBeCloseTo(secondsAt(tempos, durationTicks), 3);
  });

  test('holds in a slice, is at most the whole slot, and is taken off again', () => {
    const slice = sliceTimeline(compile(slow(), { kind: 'song' }), 5 * BAR - 240, 6 * BAR);
    expect(slice.tempos).toEqual([
      { tick: 0, tempo: 60 },
      { tick: 240, tempo: 120 },
    ]);
    const document = slow();
    const all = after(document, setSlowing(document, 'verse', 'c', { over: 9 * BAR, to: 50 }));
    expect(compile(all, { kind: 'song' }).tempos[1]).toEqual({ tick: 4 * BAR, tempo: 116.25 });
    const plain = after(all, setSlowing(all, 'verse', 'c', null));
    expect(plain).toEqual(verseAndChorus());
    expect(setSlowing(plain, 'verse', 'c', null)).toBeNull();
    expect(setSlowing(plain, 'verse', 'gone', { over: BAR, to: 50 })).toBeNull();
  });

  test('is placed with the ending that slows, in its slot', () => {
    const document = verseAndChorus();
    const made = endingPattern(
      document,
      'main',
      { last: BAR, stop: null, slows: { over: BAR, to: 60 } },
      'end',
      'End',
    );
    const next = taken(made, document);
    const slows = { over: BAR, to: 60 };
    const placed = after(next, placeAtEnd(next, 'chorus', 'end', { ...REPLACE, slows }));
    expect(indexOf(placed).section('chorus')?.slots[0]).toMatchObject({
      slows,
      layers: [{ pattern: 'end' }],
    });
  });
});

describe('what is longer than the last slot', () => {
  const longEnd = (bars: number) => {
    const document = verseAndChorus();
    const made = dropOutPattern(
      document,
      'main',
      { last: bars * BAR, leaves: { without: ['kick'] }, pickUp: null },
      'end',
      'End',
    );
    return taken(made, document);
  };
  const sounds = (document: SongDocument) =>
    compile(document, { kind: 'song' }).events.map(
      (event) => `${event.tick} ${event.voice} ${event.velocity}`,
    );

  test('runs over the slots before it, which play as they did', () => {
    const document = longEnd(2);
    const next = after(document, placeAtEnd(document, 'verse', 'end', REPLACE));
    expect(
      indexOf(next)
        .section('verse')
        ?.slots.map(({ id, length }) => [id, length]),
    ).toEqual([
      ['a', 3 * BAR],
      ['c', 2 * BAR],
    ]);
    const before = (song: SongDocument) => sounds(song).filter((one) => parseInt(one) < 3 * BAR);
    expect(before(next)).toEqual(before(document));
    expect(sounds(next).filter((one) => one.includes('kick') && parseInt(one) >= 3 * BAR)).toEqual(
      sounds(document).filter((one) => one.includes('kick') && parseInt(one) >= 5 * BAR),
    );
  });

  test('layered over them leaves every hit of theirs', () => {
    const document = longEnd(4);
    const next = after(document, placeAtEnd(document, 'verse', 'end', { ...REPLACE, how: 'layer' }));
    expect(indexOf(next).section('verse')?.slots).toHaveLength(1);
    const places = (song: SongDocument) => sounds(song).map((one) => one.replace(/ \d+$/, ''));
    for (const one of places(document)) expect(places(next)).toContain(one);
  });

  test('is refused where the section is shorter, or a slot within would lose its landing', () => {
    const document = longEnd(2);
    expect(placeAtEnd(document, 'chorus', 'end', REPLACE)).toEqual({ reason: 'chorus is shorter than End.' });
    const verse = indexOf(document).section('verse');
    if (!verse) throw new Error('no verse');
    const landing = { voice: 'hat', velocity: 90 };
    const slots = verse.slots.map((slot) => (slot.id === 'b' ? { ...slot, landing } : slot));
    const withLanding = after(document, { label: 'x', put: [{ ...verse, slots }], remove: [] });
    expect(placeAtEnd(withLanding, 'verse', 'end', REPLACE)).toEqual({
      reason: expect.stringMatching(/lands or slows/) as string,
    });
  });
});
