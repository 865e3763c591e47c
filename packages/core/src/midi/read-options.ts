import { z } from 'zod';
import { type ExportOptions, exportOptionsSchema, USUAL_EXPORT } from './options.ts';

const schema = exportOptionsSchema(z);

/** The options with every one that was left out at its usual value. Throws ZodError for values that are none. */
export function exportOptions(input: Pick<ExportOptions, 'regions'> & Partial<ExportOptions>): ExportOptions {
  return schema.parse({ ...USUAL_EXPORT, ...input });
}
