import { keepShapes, resolve, shapeHits, sow } from '@plucky/core/pattern';
import {
  apply,
  type ChangeSet,
  type Id,
  isChange,
  readSong,
  type RuleInput,
  type SongDocument,
  sowPlaces,
  tuningOf,
} from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { viewOf } from '../pattern-view.ts';
import { type RuleEntry, rulePatternOf, SHAPE_RULES, SOW_RULES } from './rule-menu.ts';

const songs = ['paper-lanterns', 'salt-waltz', 'seven-herons'].map((id): readonly [string, SongDocument] => [
  id,
  DEMO_SONGS[id]?.() ?? blankSong(id, 1),
]);

/** The choices of a rule; one that has none is made in one way. */
const choicesOf = ({ choices }: RuleEntry) => Object.keys(choices ?? { '': '' });

/** The input that the panel makes for a row, with every field at one end of its range, or as it is offered. */
function inputFor(
  document: SongDocument,
  pattern: Id,
  rule: RuleEntry,
  end: 'least' | 'usual' | 'most',
): RuleInput {
  const view = viewOf(document, pattern);
  const row = view?.rows.find((one) => view.hitsOf(one).length > 2) ?? view?.rows[0];
  if (!view || !row) throw new Error('no rows');
  return {
    ...rulePatternOf(view),
    voices: [row.voice.id],
    grid: row.grid,
    at: (name) => rule.parameters[name]?.[end] ?? 0,
    onto: view.rows.find((one) => one.voice.id !== row.voice.id)?.voice.id ?? row.voice.id,
    choice: choicesOf(rule)[0] ?? '',
    seed: 7,
    stretch: null,
  };
}

describe.each(songs)('in %s', (_, song) => {
  test.each(SHAPE_RULES.map((rule) => [rule.title, rule] as const))(
    '%s gives a sound song with every field at either end, and stays within the pattern',
    (__, rule) => {
      for (const end of ['least', 'usual', 'most'] as const)
        for (const choice of choicesOf(rule)) {
          const shape = rule.make({ ...inputFor(song, 'main', rule, end), choice });
          const outcome = shapeHits(song, 'main', shape);
          if (!isChange(outcome)) continue;
          const { document } = apply(song, outcome);
          expect(() => readSong(JSON.parse(JSON.stringify(Object.values(document.records))))).not.toThrow();
          const { hits, pattern } = resolve(document, 'main');
          expect(hits.every((hit) => hit.at >= 0 && hit.at < pattern.length)).toBe(true);
        }
    },
  );

  test.each(SOW_RULES.map((rule) => [rule.title, rule] as const))(
    '%s sows within the pattern with every field at either end',
    (__, rule) => {
      for (const end of ['least', 'usual', 'most'] as const) {
        const input = inputFor(song, 'main', rule, end);
        const { meter, length } = input;
        for (const at of sowPlaces(rule.make(input), meter, length)) expect(at).toBeLessThan(length);
        const [voice] = input.voices;
        const outcome = sow(song, 'main', {
          voice: voice ?? '',
          rule: rule.make(input),
          velocity: input.at('velocity'),
          pitch: 0,
        });
        if (isChange(outcome)) expect(() => apply(song, outcome)).not.toThrow();
      }
    },
  );

  test('as they are offered, most rules change something, and a variation can keep each', () => {
    const variation = Object.values(song.records).find(
      (record) => record.kind === 'pattern' && record.parent === 'main' && record.role === 'variation',
    );
    if (!variation) throw new Error('no variation');
    const changing = SHAPE_RULES.filter((rule) => {
      const shape = rule.make(inputFor(song, 'main', rule, 'usual'));
      const kept = keepShapes(song, variation.id, [{ ...shape, id: 'kept' }]);
      if (!isChange(kept)) throw new Error(`${rule.title} cannot be kept`);
      expect(() =>
        readSong(JSON.parse(JSON.stringify(Object.values(apply(song, kept).document.records)))),
      ).not.toThrow();
      return isChange(shapeHits(song, 'main', shape));
    });
    expect(changing.length).toBeGreaterThanOrEqual(
      SHAPE_RULES.filter(({ needsFeel }) => !needsFeel).length - 4,
    );
  });
});

test.each(
  SHAPE_RULES.flatMap((rule) => choicesOf(rule).map((choice) => [rule.title, choice, rule] as const)),
)('%s %s is read back as it was made, and can be tuned', (_, choice, rule) => {
  const song = songs[0]?.[1] ?? blankSong('none', 1);
  const input = { ...inputFor(song, 'main', rule, 'usual'), choice };
  const shape = rule.make(input);
  const tuning = tuningOf(shape, input);
  expect(tuning.with({})).toEqual(shape);
  for (const one of tuning.numbers) {
    expect(one.now).toBe(one.usual);
    const tuned = tuningOf(tuning.with({ numbers: { [one.name]: one.least } }), input);
    expect(tuned.numbers.find((field) => field.name === one.name)?.now).toBe(one.least);
  }
  for (const other of Object.keys(tuning.choices))
    expect(tuningOf(tuning.with({ choice: other }), input).choice).toBe(other);
  expect(tuning.grid === null).toBe(!rule.asksGrid?.(choice));
  if (tuning.grid !== null) {
    const otherwise = tuning.with({ grid: 6 });
    expect(otherwise).toEqual({ ...shape, grid: 6 });
    expect(tuningOf(otherwise, input).grid).toBe(6);
  }
  if (rule.random) expect(tuning.with({ seed: 99 })).toMatchObject({ seed: 99 });
  expect(tuningOf({ ...shape, off: true }, input).with({})).toEqual({ ...shape, off: true });
});

test('every rule of the panel has a title of its own, and fields that can be set both ways', () => {
  const rules: readonly RuleEntry[] = [...SOW_RULES, ...SHAPE_RULES];
  expect(new Set(rules.map((rule) => rule.title)).size).toBe(rules.length);
  for (const one of rules.flatMap((rule) => rule.fields)) {
    expect(one.least).toBeLessThan(one.most);
    expect(one.usual).toBeGreaterThanOrEqual(one.least);
    expect(one.usual).toBeLessThanOrEqual(one.most);
  }
});

test('rules about a stretch mean the looped one where there is one', () => {
  const song = songs[0]?.[1] ?? blankSong('none', 1);
  const title = (name: string) => SHAPE_RULES.find((rule) => rule.title === name);
  for (const name of ['Silence a stretch', 'Velocity ramp']) {
    const rule = title(name);
    if (!rule) throw new Error(`no rule ${name}`);
    const input = { ...inputFor(song, 'main', rule, 'usual'), stretch: { from: 960, to: 1920 } };
    expect(rule.make(input)).toMatchObject({ from: 960, to: 1920 });
    const { document } = apply(song, shapeHits(song, 'main', rule.make(input)) as ChangeSet);
    const before = new Map(resolve(song, 'main').hits.map((hit) => [hit.id, hit]));
    for (const hit of resolve(document, 'main').hits)
      if (hit.at < 960 || hit.at >= 1920) expect(hit).toEqual(before.get(hit.id));
  }
});
