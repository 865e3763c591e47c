/**
 * Place on a way from 0 to 1 at `share` (0..1) of it when bent by `curve` (-100 early, 0 straight, 100 late): the share
 * to the power `2^(curve/50)`.
 * @example bentShare(0.5, 50) // => 0.25
 */
export function bentShare(share: number, curve: number): number {
  return share ** (2 ** (curve / 50));
}
