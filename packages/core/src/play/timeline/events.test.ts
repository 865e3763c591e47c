import fc from 'fast-check';
import { tries } from '../../testing/tries.ts';
import { chokeEvents } from './choke.ts';
import type { ControlEvent, NoteEvent, Timeline } from './events.ts';
import { glided, slidBy, slideSteps } from './glide.ts';
import { inOrder, movesOf } from './lanes.ts';
import { byPlace, settle } from './settle.ts';
import { sliceTimeline } from './slice.ts';

function note(tick: number, fields: Partial<NoteEvent> = {}): NoteEvent {
  const from = { occurrence: null, repeat: 0, section: null, slot: null, pattern: 'main', hit: `h${tick}` };
  return {
    ...{ tick, part: 'drums', voice: 'snare', lane: null, channel: 9, note: 38, velocity: 100 },
    ...{ plainVelocity: 100, accent: 0, grace: false, step: 240, length: 100, uncut: 100, pan: 0, tune: 0 },
    ...{ stopsAt: null, glide: null, from },
    ...fields,
  };
}

const control = (tick: number, kind: ControlEvent['kind'], value: number, lane = 'a'): ControlEvent => ({
  ...{ tick, lane, channel: 2, kind, value },
});

/** A timeline of 4/4 at 120 with what a test says of it. */
function timeline(fields: Partial<Timeline>): Timeline {
  const meter = { beats: 4, unit: 4, groups: [2, 2] } as const;
  return {
    ...{ length: 7680, lead: 0, tempos: [{ tick: 0, tempo: 120 }], meters: [{ tick: 0, meter }] },
    ...{ markers: [], chords: [], events: [], controls: [], messages: [], merged: [], dropped: 0 },
    ...fields,
  };
}

describe('notes of one number', () => {
  const notesOf = fc.array(
    fc.record({
      tick: fc.integer({ min: 0, max: 30 }),
      channel: fc.constantFrom(0, 9),
      note: fc.constantFrom(36, 38),
      velocity: fc.integer({ min: 1, max: 127 }),
      length: fc.integer({ min: 1, max: 20 }),
    }),
    { maxLength: 30 },
  );

  test('never overlap, and none is lost but to a louder one at its very place', () => {
    fc.assert(
      fc.property(notesOf, (input) => {
        const { notes, merged } = settle(input);
        expect(notes.length + merged.length).toBe(input.length);
        for (const { kept, lost } of merged) {
          expect([kept.tick, kept.channel, kept.note]).toEqual([lost.tick, lost.channel, lost.note]);
          expect(kept.velocity).toBeGreaterThanOrEqual(lost.velocity);
        }
        for (const [i, one] of notes.entries()) {
          expect(one.length).toBeGreaterThanOrEqual(1);
          for (const next of notes.slice(i + 1))
            if (next.channel === one.channel && next.note === one.note)
              expect(one.tick + one.length).toBeLessThanOrEqual(next.tick);
        }
        expect(notes.toSorted(byPlace)).toEqual(notes);
      }),
      tries(200, 71),
    );
  });

  test('end where the next one begins, and touch nothing else', () => {
    const at = (tick: number, length: number, more = {}) => ({
      ...{ tick, length, channel: 9, note: 38, velocity: 90 },
      ...more,
    });
    const { notes } = settle([at(0, 100), at(100, 50), at(120, 5, { note: 36 }), at(140, 1)]);
    expect(notes.map(({ tick, length }) => [tick, length])).toEqual([
      [0, 100],
      [100, 40],
      [120, 5],
      [140, 1],
    ]);
  });
});

describe('a choke group', () => {
  const group = (voice: string) => (voice === 'snare' ? null : 1);

  test('ends a hit at the next one of the group, whichever drum it is, in its own part only', () => {
    const open = note(0, { voice: 'open', note: 46 });
    const events = [
      open,
      note(240, { voice: 'closed', part: 'other' }),
      note(480),
      note(480, { voice: 'closed' }),
      note(960, { voice: 'closed' }),
    ];
    expect(chokeEvents(events, group).map(({ stopsAt }) => stopsAt)).toEqual([480, null, null, 960, null]);
  });

  test('leaves hits at one place to each other, and ends both at the one after', () => {
    const events = [note(0, { voice: 'open' }), note(0, { voice: 'closed' }), note(240, { voice: 'open' })];
    expect(chokeEvents(events, group).map(({ stopsAt }) => stopsAt)).toEqual([240, 240, null]);
  });
});

describe('a glide', () => {
  const slide = { after: 100, until: 300, by: -12, into: 50 };

  test('moves by equal steps of pitch in equal times, from where it begins to where it ends', () => {
    expect([0, 100, 150, 200, 299, 300, 999].map((after) => slidBy(slide, after))).toEqual([
      0, 0, -3, -6, -11.94, -12, -12,
    ]);
  });

  test('is told in steps of at most a 48th of a beat, the last at its end', () => {
    const steps = slideSteps(slide);
    expect(steps.at(-1)).toBe(300);
    let before = 100;
    for (const step of steps) {
      expect(step - before).toBeGreaterThan(0);
      expect(step - before).toBeLessThanOrEqual(21);
      before = step;
    }
    expect(slideSteps({ ...slide, after: 300 })).toEqual([300]);
  });

  test('holds a note until the next of its part begins, and slides into the nearest in pitch', () => {
    const first = note(0, { note: 40 });
    const events = [first, note(480, { note: 52, length: 7 }), note(480, { note: 43, length: 9 })];
    const [held, ...others] = glided(events, new Map([[first, { lasts: 120, longest: 960 }]]), null);
    expect(held).toMatchObject({ length: 480, glide: { after: 360, until: 480, by: 3, into: 9 } });
    expect(others).toEqual(events.slice(1));
  });

  test('reaches no farther than its longest, and round the end only of a pattern that comes round', () => {
    const last = note(960, { note: 40 });
    const events = [note(0, { note: 45 }), last];
    const wish = (longest: number) => new Map([[last, { lasts: 2000, longest }]]);
    expect(glided(events, wish(959), 1920)).toEqual(events);
    expect(glided(events, wish(960), null)).toEqual(events);
    expect(glided(events, wish(960), 1920)[1]).toMatchObject({
      length: 960,
      glide: { after: 0, until: 960, by: 5 },
    });
  });
});

describe('controls', () => {
  test('are told in order, where they change, and once at a place', () => {
    const said = inOrder([
      control(480, 'pitch', 2),
      control(0, 'pitch', 1),
      control(240, 'pitch', 1),
      control(0, 'level', 90),
      control(480, 'pitch', 3),
      control(240, 'pitch', 1, 'b'),
    ]);
    expect(said.map(({ tick, lane, kind, value }) => `${tick} ${lane} ${kind} ${value}`)).toEqual([
      '0 a pitch 1',
      '0 a level 90',
      '240 b pitch 1',
      '480 a pitch 3',
    ]);
  });

  test('move a note from what held before it to the end of its ring, and leave other lanes alone', () => {
    const controls = [
      control(0, 'pitch', 2),
      control(100, 'level', 60),
      control(150, 'pitch', 9, 'b'),
      control(200, 'pitch', 4),
      control(301, 'pitch', 5),
    ];
    const moves = movesOf(controls, note(100, { lane: 'a' }), 200);
    expect(moves?.map(({ after, pitch, level }) => [after, pitch, level])).toEqual([
      [0, 2, 60],
      [100, 4, 60],
    ]);
    expect(movesOf(controls, note(100), 200)).toBeNull();
  });

  test('and a glide add up', () => {
    const slide = { after: 0, until: 40, by: 4, into: 10 };
    const moves = movesOf([control(20, 'pitch', 1)], note(0, { lane: 'a', glide: slide }), 100);
    expect(moves?.map(({ after, pitch }) => [after, pitch])).toEqual([
      [0, 0],
      [20, 3],
      [40, 5],
    ]);
  });
});

describe('a slice of a timeline', () => {
  const three = { beats: 3, unit: 4, groups: [3] } as const;
  const whole = timeline({
    lead: 960,
    meters: [...timeline({}).meters, { tick: 3840, meter: three }, { tick: 6720, meter: three }],
    tempos: [
      { tick: 0, tempo: 120 },
      { tick: 1920, tempo: 90 },
      { tick: 4800, tempo: 60 },
    ],
    markers: [
      { tick: 0, name: 'Verse' },
      { tick: 3840, name: 'Chorus' },
    ],
    events: [
      note(3839),
      note(3840, { stopsAt: 4000 }),
      note(4700, { length: 960, stopsAt: 4800 }),
      note(4800),
      note(6000),
    ],
    controls: [control(0, 'pitch', 3), control(4000, 'pitch', 5), control(4800, 'pitch', 6)],
  });
  const slice = sliceTimeline(whole, 3840, 4800);

  test('begins with the meter, the tempo and the controls that hold there', () => {
    expect(slice.meters).toEqual([{ tick: 0, meter: three }]);
    expect(slice.tempos).toEqual([{ tick: 0, tempo: 90 }]);
    expect(slice.controls.map(({ tick, value }) => [tick, value])).toEqual([
      [0, 3],
      [160, 5],
    ]);
    expect([slice.length, slice.lead, slice.markers]).toEqual([960, 0, [{ tick: 0, name: 'Chorus' }]]);
  });

  test('holds the notes that begin in it, which end with it', () => {
    expect(slice.events.map(({ tick, length, stopsAt }) => [tick, length, stopsAt])).toEqual([
      [0, 100, 160],
      [860, 100, null],
    ]);
  });

  test('holds what was taken into another note in it, and nothing of the rest', () => {
    const pair = (tick: number) => ({ kept: note(tick), lost: note(tick, { velocity: 60 }) });
    const cut = sliceTimeline({ ...whole, merged: [pair(0), pair(4700), pair(6000)] }, 3840, 4800);
    expect(cut.merged.map(({ kept, lost }) => [kept.tick, lost.tick, lost.velocity])).toEqual([
      [860, 860, 60],
    ]);
  });

  test('ends with its timeline, and is empty beyond it', () => {
    expect(sliceTimeline(whole, 5760, 99999)).toMatchObject({ length: 1920, lead: 0 });
    expect(sliceTimeline(whole, 5760, 99999).meters.map(({ tick }) => tick)).toEqual([0, 960]);
    expect(sliceTimeline(whole, 9000, 9999)).toMatchObject({ length: 0, events: [] });
    expect(sliceTimeline(whole, -500, 1000)).toMatchObject({ length: 1000, lead: 960 });
  });
});
