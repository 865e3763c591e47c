import '../no-eval.ts';
import { zodResolver } from '@hookform/resolvers/zod';
import type { FieldValues, Resolver } from 'react-hook-form';
import { z } from 'zod';
import type { FormSchema } from './form-schema.ts';

export function resolverOf<T extends FieldValues>(schema: FormSchema<T>): Resolver<T> {
  return zodResolver(schema(z));
}
