/** Several values in words: the one that they share, or from the least to the most. */
export function rangeText(values: readonly number[], text: (value: number) => string = String): string {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  return low === high ? text(low) : `${text(low)} to ${text(high)}`;
}

/** Value and words of a choice for several values: the one that they share, or that there are several. */
export function sharedChoice<T>(values: readonly T[]): {
  readonly value: T | null;
  readonly placeholder?: string;
} {
  const [first] = values;
  if (first === undefined) return { value: null };
  return values.every((one) => one === first) ? { value: first } : { value: null, placeholder: 'several' };
}

/** A number of ms or semitones with its sign. */
export function signed(value: number): string {
  return `${value > 0 ? '+' : ''}${value}`;
}
