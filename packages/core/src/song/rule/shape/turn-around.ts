import { beatTicks, gridTicks, modulo, randomFrom, seedFrom } from '../../../time/index.ts';
import { wholeSchema } from '../../schema-parts.ts';
import { parameter } from '../rule.ts';
import { plainRule } from './plain-rule.ts';
import { touches } from './shape-rule.ts';

/** Turns each voice's hits round within the last beats, every voice by its own number of grid steps from the seed. */
export const turnAround = plainRule({
  rule: 'turn around',
  rows: 'any rows',
  extra: ['grid', 'seed'],
  numbers: { beats: parameter([1, 8], 2, 'Last', 'beats', (z) => wholeSchema(z, 1, 16)) },
  title: 'Turn-around',
  about: 're-works the last beats of the rows',
  does: ({ beats }, rows) => `${rows}: last ${beats === 1 ? 'beat' : `${beats} beats`} turned round`,
  apply: (hits, shape, { meter, length }) => {
    const span = Math.min(length, shape.beats * beatTicks(meter));
    const from = length - span;
    const step = gridTicks(shape.grid);
    const steps = Math.max(2, Math.floor(span / step));
    const turn = (voice: string) =>
      randomFrom(seedFrom('turn around', shape.seed, voice)).whole(1, steps - 1) * step;
    return hits.map((hit) =>
      touches(shape.voices, hit) && hit.at >= from
        ? { ...hit, at: from + modulo(hit.at - from + turn(hit.voice), span) }
        : hit,
    );
  },
});
