/**
 * The nth number of a row in 0..1 that fills it evenly however early one stops: 0, 1/2, 1/4, 3/4, 1/8…
 * Source: the sequence of van der Corput in base 2.
 * @example [0, 1, 2, 3].map(evenly) // => [0, 0.5, 0.25, 0.75]
 */
export function evenly(nth: number): number {
  let [out, share] = [0, 0.5];
  for (let rest = Math.max(0, Math.floor(nth)); rest > 0; rest = Math.floor(rest / 2), share /= 2)
    if (rest % 2) out += share;
  return out;
}
