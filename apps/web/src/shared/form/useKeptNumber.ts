import type { KeyboardEvent } from 'react';
import { type Resolver, useForm } from 'react-hook-form';
import { sentence } from './resolver.ts';

export interface NumberForm {
  number: number;
}

/**
 * A number that is typed where it stands: Enter or leaving keeps it when it is sound, Escape takes it back. Gives what
 * its input needs, and what is wrong with what is typed.
 */
export function useKeptNumber(
  number: number,
  resolver: Resolver<NumberForm>,
  onKeep: (number: number) => void,
) {
  const form = useForm<NumberForm>({ values: { number }, resolver, mode: 'onChange' });
  const { errors, isSubmitting } = form.formState;
  const settle = async () => {
    await form.handleSubmit((kept) => {
      if (kept.number !== number) onKeep(kept.number);
    })();
    // A value that was not kept gives way to the real one.
    form.reset();
  };
  const input = form.register('number', { setValueAs: numberIn, onBlur: () => void settle() });
  return {
    input: {
      ...input,
      onKeyDown: (event: KeyboardEvent) => {
        if (event.key === 'Enter') void settle();
        // To be set back while its rule is asked would drop what Enter keeps.
        if (event.key === 'Escape' && !isSubmitting) form.reset();
      },
    },
    wrong: sentence(errors.number?.message),
  };
}

/** Typed number, with a comma or a point before its decimals; NaN for none. */
function numberIn(typed: unknown): number {
  const text = String(typed).trim();
  return text === '' ? NaN : Number(text.replace(',', '.'));
}
