import { isStrong } from '../../../time/index.ts';
import { byPlace } from '../../hit/followed.ts';
import { derivedId } from '../../hit/hit-id.ts';
import { idSchema } from '../../names.ts';
import type { Described, Zod } from '../../zod.ts';
import { parameter } from '../rule.ts';
import { commonFields, type ShapeRule, stretchFields, touches, TRIED, within } from './shape-rule.ts';

const WHICH = ['all', 'strong', 'nth', 'path'] as const;
/** Words of the choices. */
const CHOICES = { all: 'All hits', strong: 'Strong places', nth: 'Every nth', path: 'In turn' };

const schema = (z: Zod) =>
  z.strictObject({
    ...commonFields(z),
    rule: z.literal('revoice'),
    voice: idSchema(z),
    onto: idSchema(z),
    ...stretchFields(z),
    /** All hits of the stretch, those on strong places, every nth, or shared out in turn along `path`, which `onto` leads. */ which:
      z.literal([...WHICH]).optional(),
    every: z.int().min(2).max(16).optional(),
    path: z.array(idSchema(z)).min(1).max(16).optional(),
  });

type Revoice = Described<typeof schema>;

/** Plays one voice's hits of the stretch on another; their ids say so, so that edits of one do not catch the other. */
export const revoice: ShapeRule<Revoice, 'revoice'> = {
  schema,
  voices: ({ voice, onto, path }) => [voice, onto, ...(path ?? [])],
  without: (shape, id) => {
    if (shape.voice === id || shape.onto === id) return null;
    return shape.path?.includes(id) ? { ...shape, path: shape.path.filter((one) => one !== id) } : shape;
  },
  ways: {
    revoice: {
      title: 'Play on another row',
      about: 'all hits, strong places, every nth, or shared out in turn',
      does: ({ voice, onto }, _, row) => `${row(voice)} played on ${row(onto).toLowerCase()}`,
      parameters: { every: parameter([2, 16], 2, 'Every', 'hits') },
      choices: CHOICES,
      choiceOf: ({ which }) => which ?? 'all',
      needsRow: true,
      make: ({ voices, onto, choice, at, stretch }) => ({
        id: TRIED,
        rule: 'revoice',
        voice: voices[0] ?? onto,
        onto,
        ...stretch,
        which: WHICH.find((one) => one === choice) ?? 'all',
        every: at('every'),
        ...(choice === 'path' ? { path: [...voices] } : {}),
      }),
    },
  },
  wayOf: () => 'revoice',
  apply: (hits, shape, { meter }) => {
    const { which = 'all', every = 2, path = [] } = shape;
    const voices = which === 'path' ? [shape.onto, ...path] : [shape.onto];
    const order = new Map(
      hits
        .filter((hit) => touches([shape.voice], hit) && within(shape, hit.at))
        .sort(byPlace)
        .map((hit, i) => [hit.id, i]),
    );
    return hits.map((hit) => {
      const i = order.get(hit.id);
      if (i === undefined) return hit;
      if (which === 'strong' && !isStrong(hit.at, meter)) return hit;
      if (which === 'nth' && i % every !== 0) return hit;
      return { ...hit, voice: voices[i % voices.length] ?? shape.onto, id: derivedId(hit.id, shape) };
    });
  },
};
