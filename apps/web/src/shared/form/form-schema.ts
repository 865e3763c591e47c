import type { Zod } from '@plucky/core/song';
import type { FieldValues } from 'react-hook-form';
import type { ZodType } from 'zod';

/** Schema of a form's values, built of core's schemas, so that each rule stands once. */
export type FormSchema<T extends FieldValues> = (z: Zod) => ZodType<T, T>;
