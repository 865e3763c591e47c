import { z } from 'zod';
import { exportOptionsSchema, USUAL_EXPORT, type ExportOptions } from './options.ts';

const schema = exportOptionsSchema(z);

/** The options with every one that was left out at its usual value. Throws ZodError for values that are none. */
export function exportOptions(input: Pick<ExportOptions, 'regions'> & Partial<ExportOptions>): ExportOptions {
  const said = Object.entries(input).filter(([, value]) => value !== undefined);
  return schema.parse({ ...USUAL_EXPORT, ...Object.fromEntries(said) });
}
