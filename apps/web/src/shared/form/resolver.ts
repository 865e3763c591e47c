import { capital } from '@plucky/core/time';
import type { FieldValues, Resolver, UseFormRegisterReturn } from 'react-hook-form';
import type { FormSchema } from './form-schema.ts';

/** Checks a form by its schema. The schema library is fetched with the first check, not with the page. */
export function schemaResolver<T extends FieldValues>(schema: FormSchema<T>): Resolver<T> {
  let resolver: Promise<Resolver<T>> | undefined;
  return async (values, context, options) => {
    resolver ??= import('./zod-resolver.ts').then(({ resolverOf }) => resolverOf(schema));
    return (await resolver)(values, context, options);
  };
}

/** Message of a schema about a value, as a sentence. */
export function sentence(message: string | undefined): string {
  return message ? `${capital(message)}.` : '';
}

/** A registered field as the props of a text field, whose ref is its frame's and not its input's. */
export function fieldProps({ ref, ...field }: UseFormRegisterReturn) {
  return { ...field, inputRef: ref };
}
