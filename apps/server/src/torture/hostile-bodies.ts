import { randomFrom } from '@plucky/core/time';
import { ask, hit, Writer } from './client.ts';
import type { Report } from './report.ts';
import type { Scale } from './scale.ts';

type Random = ReturnType<typeof randomFrom>;

/** Values that some program has stumbled over. */
const ODD: readonly unknown[] = [
  null,
  '',
  ' ',
  '\u202e',
  '\ud800',
  '\u0000',
  -1,
  0,
  1e308,
  2 ** 53,
  -0.5,
  true,
  [],
  {},
  [[]],
  [null],
  { length: 1e9 },
  'x'.repeat(5000),
  '__proto__',
];
const KEYS = ['__proto__', 'constructor', 'toString', 'prototype', '', 'id', 'kind', 'own', '\u0000'];

/** Bodies made from sound ones by odd values, odd keys, depth and cut text: none may be answered with a 5xx. */
export async function sendHostileBodies(
  address: string,
  { bodies, seed }: Scale,
  report: Report,
): Promise<void> {
  const random = randomFrom(seed);
  const writer = await Writer.on(address, 'demo:salt-waltz');
  const sound: readonly (readonly [path: string, body: unknown])[] = [
    [
      `/songs/${writer.id}/changes`,
      {
        base: 1,
        label: 'hostile',
        put: [writer.song, { ...writer.main, own: { a: hit(0) } }],
        remove: ['nobody'],
      },
    ],
    [
      `/songs/${writer.id}/exports`,
      { regions: ['pattern'], tracks: 'part', ppq: 960, names: '{nn}', format: 9 },
    ],
    ['/songs', { from: 'demo:nobody', name: 'Hostile' }],
    [`/songs/${writer.id}/revert`, { revision: 99_999 }],
    ['/shelf', { pattern: { name: 'Hostile', type: 'drums', length: 0, hits: { a: hit(0) } } }],
  ];
  const counts = new Map<number, number>();
  const failures: string[] = [];
  for (let i = 0; i < bodies; i++) {
    const [path, body] = random.choose(sound);
    const text = hostile(body, random);
    const { status, body: answer } = await ask(address, 'POST', path, text);
    counts.set(status, (counts.get(status) ?? 0) + 1);
    if (status >= 500 || status === 0)
      failures.push(`${status} for ${path} ${text.slice(0, 120)} ${JSON.stringify(answer)}`);
  }
  const summary = [...counts].sort(([a], [b]) => a - b).map(([status, count]) => `${status} × ${count}`);
  report.figure(
    `${bodies.toLocaleString('en')} hostile bodies`,
    `${summary.join(', ')}${failures[0] ? `; first failure: ${failures[0]}` : ''}`,
    failures.length === 0,
  );
}

function hostile(body: unknown, random: Random): string {
  if (random.chance(0.05)) return '['.repeat(random.whole(33, 4000));
  if (random.chance(0.05)) return JSON.stringify(nested(random.whole(20, 3000), body));
  let changed = body;
  for (let n = random.whole(1, 3); n > 0; n--) changed = spoiled(changed, random);
  const text = textOf(changed);
  return random.chance(0.05) ? text.slice(0, random.whole(0, text.length)) : text;
}

/** The value with one place of it, anywhere within, made odd. */
function spoiled(value: unknown, random: Random): unknown {
  if (typeof value !== 'object' || value === null || random.chance(0.08)) return random.choose(ODD);
  if (Array.isArray(value)) {
    if (!value.length || random.chance(0.15))
      return Array.from({ length: random.whole(0, 60) }, () => random.choose(ODD));
    const at = random.whole(0, value.length - 1);
    return value.map((one: unknown, i) => (i === at ? spoiled(one, random) : one));
  }
  const entries = Object.entries(value);
  if (!entries.length || random.chance(0.15)) {
    // Not by a literal, which would set the prototype instead of a key of that name.
    const odd = JSON.stringify(random.choose(KEYS));
    const inner = textOf(random.choose(ODD));
    const rest = JSON.stringify(value).slice(1);
    return JSON.parse(`{${odd}:${inner}${rest === '}' ? '' : ','}${rest}`) as unknown;
  }
  const [key] = random.choose(entries);
  if (random.chance(0.1)) return Object.fromEntries(entries.filter(([other]) => other !== key));
  return Object.fromEntries(
    entries.map(([other, one]) => [other, other === key ? spoiled(one, random) : one]),
  );
}

function nested(depth: number, core: unknown): unknown {
  let value = core;
  for (let i = 0; i < depth; i++) value = i % 2 ? [value] : { put: value };
  return value;
}

/** A value as JSON, which knows no undefined: that becomes null. */
function textOf(value: unknown): string {
  return JSON.stringify(value === undefined ? null : value);
}
