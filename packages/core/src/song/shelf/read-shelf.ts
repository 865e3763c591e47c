import { z } from 'zod';
import { InvalidSongError } from '../errors.ts';
import { inheritance, INHERITED_FIELDS } from '../inherited/table.ts';
import { LIMITS } from '../limits.ts';
import { MOST_PROBLEMS, schemaProblems } from '../schema-problems.ts';
import { type ShelfPattern, shelfPatternSchema } from './shelf-pattern.ts';

const schema = shelfPatternSchema(z);

/** Reads a shelf pattern from outside. Throws InvalidSongError naming every field that is wrong. */
export function readShelfPattern(input: unknown): ShelfPattern {
  const read = schema.safeParse(input);
  if (!read.success) {
    const problems = schemaProblems(read.error);
    throw new InvalidSongError(problems.map((one) => ({ ...one, path: one.path || 'pattern' })));
  }
  const { data } = read;
  const known = new Set(data.voices.map((voice) => voice.id));
  const problems = Object.entries(data.hits).flatMap(([id, hit]) => {
    if (!known.has(hit.voice))
      return [{ path: `hits.${id}.voice`, message: `no voice has the id ${hit.voice}` }];
    return hit.at >= data.length ? [{ path: `hits.${id}.at`, message: 'must lie within the length' }] : [];
  });
  for (const field of INHERITED_FIELDS) {
    const said = data[field];
    const strays =
      said === undefined
        ? []
        : inheritance(field)
            .voices(said)
            .filter((voice) => !known.has(voice));
    for (const voice of strays) problems.push({ path: field, message: `no voice has the id ${voice}` });
  }
  if (Object.keys(data.hits).length > LIMITS.shelfHits)
    problems.push({ path: 'hits', message: `must be at most ${LIMITS.shelfHits}` });
  if (problems.length) throw new InvalidSongError(problems.slice(0, MOST_PROBLEMS));
  return data;
}
