const SHOWN = { maximumFractionDigits: 2 };
const numbers = new Intl.NumberFormat('en', SHOWN);
const plurals = new Intl.PluralRules('en', SHOWN);

/**
 * A number as it is read: at most two decimals, thousands set apart.
 * @example figure(1234.567) // => '1,234.57'
 */
export function figure(n: number): string {
  return numbers.format(n);
}

/**
 * The form of a word that goes with a number as it is read.
 * @example plural(1.001, 'bar') // => 'bar'
 * @example plural(2, 'follows', 'follow') // => 'follow'
 */
export function plural(n: number, one: string, many = `${one}s`): string {
  return plurals.select(n) === 'one' ? one : many;
}

/**
 * A number with its word.
 * @example counted(1, 'bar') // => '1 bar'
 */
export function counted(n: number, one: string, many?: string): string {
  return `${figure(n)} ${plural(n, one, many)}`;
}

/**
 * Words with a capital at their start.
 * @example capital('singles on the snare') // => 'Singles on the snare'
 */
export function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}
