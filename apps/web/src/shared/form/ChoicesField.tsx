import { type Control, type FieldPathByValue, type FieldValues, useController } from 'react-hook-form';
import { Choices } from '../ui/Choices.tsx';

/** One of several, as a field of the form that it stands in. */
export function ChoicesField<
  T extends FieldValues,
  N extends FieldPathByValue<T, string | number | boolean>,
>({
  control,
  name,
  title,
  options,
}: {
  control: Control<T>;
  name: N;
  title: string;
  options: readonly { readonly value: T[N]; readonly label: string }[];
}) {
  const { field } = useController({ control, name });
  return <Choices title={title} value={field.value} options={options} onChange={field.onChange} />;
}
