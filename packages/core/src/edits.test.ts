import fc from 'fast-check';
import { barTicks, meter } from './time/meter.ts';
import { GRIDS } from './time/grid.ts';
import { addHits, changeHits, followAgain, removeHits, toggleSilenced } from './pattern/edit-hits.ts';
import { copyHits, pasteHits } from './pattern/copy-hits.ts';
import {
  newVariation,
  setHumanise,
  setPatternLength,
  setPatternMeter,
  toggleAccent,
} from './pattern/edit-pattern.ts';
import { clearPattern, clearRows, doubleLength, setRowGrids, shiftRows } from './pattern/edit-rows.ts';
import { recordHit } from './pattern/record-hit.ts';
import { resolve } from './pattern/resolve.ts';
import { followWithShape, shapeHits } from './pattern/shape/take.ts';
import { sow } from './pattern/sow/sow.ts';
import { apply, type ChangeSet } from './song/changes.ts';
import { indexOf, serialize, type SongDocument } from './song/document.ts';
import { addVoice, chooseKit, editVoices, moveVoice, removeVoice } from './song/edit-kit.ts';
import { isChange, type Outcome } from './song/outcome.ts';
import { LONGEST_PATTERN, type Flam, type Hit } from './song/records.ts';
import { compile } from './timeline/compile.ts';
import { exportRegions } from './midi/regions.ts';
import { exportOptions } from './midi/options.ts';
import { hit, pattern, section, layer, smallSong, voice } from './testing/songs.ts';
import { documentOf } from './song/document.ts';

/** Numbers that an edit is made from. */
interface Dice {
  readonly edit: number;
  readonly a: number;
  readonly b: number;
}

const dice: fc.Arbitrary<Dice> = fc.record({ edit: fc.nat(999), a: fc.nat(9999), b: fc.nat(9999) });

const VOICES = ['kick', 'snare', 'hat', 'open', 'tom', 'extra'];
const KINDS = ['flam', 'drag', 'ruff'] as const satisfies readonly Flam['kind'][];

/** Every edit of patterns, rows and kits, on patterns and hits that the dice name. */
function editFrom(document: SongDocument, { edit, a, b }: Dice): Outcome {
  const index = indexOf(document);
  const patterns = index.patternsOf('drums');
  const id = patterns[a % patterns.length]?.id ?? 'main';
  const { hits, pattern: record } = resolve(document, id);
  const one = hits[b % Math.max(1, hits.length)]?.id ?? 'none';
  const name = VOICES[b % VOICES.length] ?? 'kick';
  const row = index.voice(name) ? name : 'kick';
  if (!index.voice(row)) return null;
  const grid = GRIDS[a % GRIDS.length] ?? 4;
  const deeds: readonly (() => Outcome)[] = [
    () => addHits(document, id, [{ id: `n${a}`, ...hit(row, b % record.length) }]),
    () => changeHits(document, id, [one], () => ({ velocity: 1 + (a % 127), at: b % record.length })),
    () =>
      changeHits(document, id, [one], () => ({
        roll: a % 3 ? { hits: 2 + (a % 11), span: 1 + b, velocity: 50, curve: 20, pitch: 0, pan: 10 } : null,
        flam: b % 3 ? { kind: KINDS[b % 3] ?? 'flam', ms: 20, share: 50 } : null,
        pan: (a % 201) - 100,
      })),
    () => removeHits(document, id, [one]),
    () => toggleSilenced(document, id, [one]),
    () => followAgain(document, id, [one]),
    () => setPatternLength(document, id, 960 * (1 + (a % 12))),
    () => setPatternMeter(document, id, a % 2 ? meter(7, 8) : null),
    () => setHumanise(document, id, a % 2 ? { ms: a % 20, velocity: b % 20, seed: a } : null),
    () => toggleAccent(document, id, (b % 16) * 240),
    () => setRowGrids(document, id, [row], grid),
    () => shiftRows(document, id, [row], (a % 9) - 4),
    () => clearRows(document, id, [row]),
    () => (a % 7 ? null : clearPattern(document, id)),
    () => doubleLength(document, id, LONGEST_PATTERN),
    () => newVariation(document, id, `v${a}`, 'Varied'),
    () =>
      sow(document, id, {
        voice: row,
        rule: { rule: 'spread', grid, hits: 1 + (a % 5), steps: 8, rotation: b % 8 },
        velocity: 80,
        pitch: 0,
      }),
    () => shapeHits(document, id, { id: `s${a}`, rule: 'thin', voices: null, keep: a % 101 }),
    () => shapeHits(document, id, { id: `d${a}`, rule: 'double time', voices: [row] }),
    () =>
      followWithShape(document, id, {
        id: `k${record.shapes.length}`,
        rule: 'scale',
        voices: [row],
        percent: 50 + (b % 100),
      }),
    () => recordHit(document, id, { voice: row, tick: b, velocity: 1 + (a % 127), pitch: 0 }, `r${b}`),
    () => {
      const clip = copyHits(document, id, new Set([one]));
      return clip && pasteHits(document, id, clip, a % record.length, (i) => `p${a}-${i}`);
    },
    () => addVoice(document, voice('extra', 60)),
    () => moveVoice(document, row, a % 6),
    () => removeVoice(document, a % 5 ? 'extra' : row),
    () => editVoices(document, [row], () => ({ offsetMs: (a % 41) - 20, swingShare: b % 101 }), 'feel'),
    () => chooseKit(document, 'drums', a % 2 ? 'one' : 'other', 'one', (each) => each.note),
  ];
  return deeds[edit % deeds.length]?.() ?? null;
}

/** Runs edits on the small song; refused ones and those that change nothing are passed over. */
function run(rolls: readonly Dice[]): { document: SongDocument; inverses: ChangeSet[]; before: string[] } {
  let document = smallSong({ swing: { amount: 58, unit: 16 } });
  const inverses: ChangeSet[] = [];
  const before: string[] = [];
  for (const one of rolls) {
    const outcome = editFrom(document, one);
    if (!isChange(outcome)) continue;
    before.push(serialize(document));
    const applied = apply(document, outcome);
    ({ document } = applied);
    inverses.push(applied.inverse);
  }
  return { document, inverses, before };
}

test('undoing any sequence of edits gives every earlier song back, byte for byte', () => {
  fc.assert(
    fc.property(fc.array(dice, { minLength: 20, maxLength: 60 }), (rolls) => {
      const { document, inverses, before } = run(rolls);
      let now = document;
      for (let i = inverses.length - 1; i >= 0; i--) {
        const inverse = inverses[i];
        if (inverse) now = apply(now, inverse).document;
        expect(serialize(now)).toBe(before[i]);
      }
    }),
    { seed: 401, numRuns: 60 },
  );
});

test('whatever was edited, events stay in their scope, in order, in range, and clear of one another', () => {
  fc.assert(
    fc.property(fc.array(dice, { minLength: 20, maxLength: 50 }), (rolls) => {
      const { document } = run(rolls);
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
        expect(event.tick).toBeGreaterThanOrEqual(ends.get(event.note) ?? 0);
        ends.set(event.note, event.tick + event.length);
      }
    }),
    { seed: 402, numRuns: 60 },
  );
});

test('whatever was edited, every region reads back without a difference', () => {
  fc.assert(
    fc.property(
      fc.array(dice, { minLength: 20, maxLength: 40 }),
      fc.constantFrom(480 as const, 960 as const),
      fc.constantFrom('velocity' as const, 'both' as const),
      (rolls, ppq, accents) => {
        const { document } = run(rolls);
        const options = exportOptions({ regions: ['song', 'section', 'slot', 'pattern'], ppq, accents });
        for (const region of exportRegions(document, options))
          expect([region.name, region.verification.differences]).toEqual([region.name, []]);
      },
    ),
    { seed: 403, numRuns: 25 },
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
