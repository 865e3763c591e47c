import { z } from 'zod';
import { FORMAT } from '../format/version.ts';
import { recordSchema } from '../records.ts';
import { SONG_FILE_KIND } from './kind.ts';

/**
 * The shape of a song file as a JSON Schema of draft 2020-12. What only shows between records, such as a slot that names a
 * pattern, is not in it and is told when a file is read.
 */
export function songFileSchema(): object {
  const file = z
    .strictObject({
      kind: z.literal(SONG_FILE_KIND),
      format: z.literal(FORMAT),
      records: z.array(recordSchema(z)),
    })
    .meta({
      title: 'A song of Plucky Verse',
      description:
        'Places and lengths are whole ticks of 1/960 quarter note, velocities 1 to 127, ids letters, digits, - and _.',
    });
  return z.toJSONSchema(file, { io: 'input', reused: 'ref' });
}
