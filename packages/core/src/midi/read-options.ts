import { z } from 'zod';
import { type ExportOptions, exportOptionsSchema, USUAL_EXPORT } from '../song/index.ts';

const schema = exportOptionsSchema(z);

/** Options as they come from elsewhere: what is left out, or has no value, is as usual. */
type Asked = Pick<ExportOptions, 'regions'> & {
  readonly [K in keyof ExportOptions]?: ExportOptions[K] | undefined;
};

/** The options with every one that was left out at its usual value. Throws RangeError for values that are none. */
export function exportOptions(input: Asked): ExportOptions {
  const said = Object.entries<unknown>(input).filter(([, value]) => value !== undefined);
  const read = schema.safeParse({ ...USUAL_EXPORT, ...Object.fromEntries(said) });
  if (read.success) return read.data;
  throw new RangeError(
    read.error.issues.map(({ path, message }) => `${path.join('.')} ${message}`).join('; '),
  );
}
