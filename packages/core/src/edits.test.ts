import fc from 'fast-check';
import { exportOptions, exportRegions } from './midi/index.ts';
import { compile } from './play/index.ts';
import { apply, documentOf, type Hit, serialize } from './song/index.ts';
import { dice, runEdits } from './testing/random-edits.ts';
import { hit, layer, pattern, section, smallSong } from './testing/songs.ts';
import { tries } from './testing/tries.ts';
import { barTicks, meter } from './time/index.ts';

test('undoing any sequence of 200 edits gives every earlier song back, byte for byte', () => {
  fc.assert(
    fc.property(fc.array(dice, { minLength: 200, maxLength: 200 }), (rolls) => {
      const { document, inverses, before } = runEdits(rolls);
      let now = document;
      for (let i = inverses.length - 1; i >= 0; i--) {
        const inverse = inverses[i];
        if (inverse) now = apply(now, inverse).document;
        expect(serialize(now)).toBe(before[i]);
      }
    }),
    tries(25, 401),
  );
});

test('whatever was edited, events stay in their scope, in order, in range, and clear of one another', () => {
  fc.assert(
    fc.property(fc.array(dice, { minLength: 20, maxLength: 50 }), (rolls) => {
      const { document } = runEdits(rolls);
      const timeline = compile(document, { kind: 'song' });
      const ends = new Map<number, number>();
      let last = 0;
      for (const event of timeline.events) {
        expect(event.tick).toBeGreaterThanOrEqual(last);
        last = event.tick;
        expect(event.tick + event.length).toBeLessThanOrEqual(timeline.length);
        expect(event.length).toBeGreaterThanOrEqual(1);
        expect(event.velocity).toBeGreaterThanOrEqual(1);
        expect(event.velocity).toBeLessThanOrEqual(127);
        const key = event.channel * 128 + event.note;
        expect(event.tick).toBeGreaterThanOrEqual(ends.get(key) ?? 0);
        ends.set(key, event.tick + event.length);
      }
      // Whatever moves is said in order, within the scope, and is at rest at the end.
      const said = new Map<string, number>();
      let place = 0;
      for (const { tick, lane, kind, value } of timeline.controls) {
        expect(tick).toBeGreaterThanOrEqual(place);
        place = tick;
        expect(tick).toBeLessThanOrEqual(timeline.length);
        expect(said.get(`${lane} ${kind}`)).not.toBe(value);
        said.set(`${lane} ${kind}`, value);
      }
      for (const [key, value] of said) expect([key, value]).toEqual([key, key.endsWith('pitch') ? 0 : 127]);
      for (const [i, { tick, tempo }] of timeline.tempos.entries()) {
        expect(tick).toBeGreaterThan(timeline.tempos[i - 1]?.tick ?? -1);
        expect(tempo).toBeGreaterThan(0);
      }
    }),
    tries(60, 402),
  );
});

test('whatever was edited, every region reads back without a difference', () => {
  fc.assert(
    fc.property(
      fc.array(dice, { minLength: 20, maxLength: 40 }),
      fc.constantFrom(480 as const, 960 as const),
      fc.constantFrom('velocity' as const, 'both' as const),
      fc.constantFrom('overlap' as const, 'bend' as const),
      (rolls, ppq, accents, glides) => {
        const { document } = runEdits(rolls);
        const regions = ['song', 'section', 'slot', 'pattern'] as const;
        const options = exportOptions({ regions: [...regions], ppq, accents, glides });
        for (const region of exportRegions(document, options))
          expect([region.name, region.verification.differences]).toEqual([region.name, []]);
      },
    ),
    tries(25, 403),
  );
});

describe.each([
  [4, 4],
  [3, 4],
  [5, 4],
  [6, 8],
  [7, 8],
] as const)('rolls, flams and humanising in %i/%i', (beats, unit) => {
  const m = meter(beats, unit);
  const bar = barTicks(m);
  const roll = { hits: 5, span: 480, velocity: 30, curve: -40, pitch: 0, pan: 0 };
  const ornamented: Record<string, Hit> = {
    a: hit('snare', 0, { flam: { kind: 'ruff', ms: 18, share: 60 } }),
    b: hit('snare', bar - 480, { roll }),
    c: hit('tom', bar - 240, { roll: { ...roll, span: 960 } }),
    d: hit('kick', 480, { flam: { kind: 'flam', ms: 40, share: 40 }, offsetMs: -12 }),
  };
  const document = documentOf([
    ...Object.values(smallSong({ meter: m, swing: { amount: 62, unit: 16 } }).records),
    pattern('main', { length: bar, own: ornamented, humanise: { ms: 5, velocity: 6, seed: 9 } }),
    pattern('variation', { parent: 'main', length: bar, order: 2 }),
    section('verse', [
      { id: 'a', length: 2 * bar, layers: [layer('main')] },
      { id: 'b', length: bar, layers: [layer('variation')] },
    ]),
  ]);

  test('are heard within their layer and leave as they are heard', () => {
    const timeline = compile(document, { kind: 'song' });
    expect(timeline.events.length).toBeGreaterThan(6 * 8);
    expect(Math.max(...timeline.events.map((event) => event.tick + event.length))).toBeLessThanOrEqual(
      timeline.length,
    );
    for (const region of exportRegions(document, exportOptions({ regions: ['song', 'slot', 'pattern'] })))
      expect(region.verification.differences).toEqual([]);
  });

  test('grace strokes are left out only at the very start of what is heard', () => {
    expect(compile(document, { kind: 'song' }).dropped).toBeLessThanOrEqual(3);
    const alone = compile(document, { kind: 'pattern', pattern: 'main' });
    expect(alone.dropped).toBeGreaterThanOrEqual(1);
    expect(alone.events.filter((event) => event.from.hit === 'd')).toHaveLength(2);
  });
});
