import fc from 'fast-check';
import { z } from 'zod';
import { tries } from '../testing/tries.ts';
import { cutName, LONGEST_NAME, nameProblem, nameSchema, plainName, tidyName } from './names.ts';

const family = '👩‍👩‍👧‍👦';

test.each<[string, string | null]>([
  ['Paper Lanterns', null],
  ['Ш  中 é', null],
  [family.repeat(LONGEST_NAME), null],
  [family.repeat(LONGEST_NAME + 1), 'must be at most 80 characters'],
  ['', 'must not be empty'],
  ['\u200b \u2060', 'must not be empty'],
  ['a<b', 'must not hold < or > or control characters'],
  ['a\u0007b', 'must not hold < or > or control characters'],
  ['a\u0090b', 'must not hold < or > or control characters'],
  ['a\u202eb', 'must not hold < or > or control characters'],
  ['a\u2067b', 'must not hold < or > or control characters'],
  ['a\ud83db', 'must not hold < or > or control characters'],
  [`a${'\u0301'.repeat(2000)}`, 'must be at most 80 characters'],
])('the name %j', (name, problem) => {
  expect(nameProblem(name)).toBe(problem);
  expect(nameSchema(z).safeParse(name).success).toBe(problem === null);
});

test('names are kept composed and without blanks at their ends', () => {
  expect(nameSchema(z).parse('  Cafe\u0301 ')).toBe('Caf\u00e9');
});

test('any text becomes a name or nothing, and what is cut is never cut within a character', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: 'binary', maxLength: 300 }),
      fc.integer({ min: 1, max: 80 }),
      (text, most) => {
        const name = plainName(text, most);
        expect(name === '' || nameProblem(name, most) === null).toBe(true);
        expect(tidyName(name)).toBe(name);
      },
    ),
    tries(500, 7),
  );
  expect(cutName(`${family}${family}x`, 2)).toBe(family.repeat(2));
  expect(cutName('a b c', 2)).toBe('a');
});
