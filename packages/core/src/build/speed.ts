/**
 * Places of hits that gather speed smoothly from `r0` to `r1` hits a beat over `beats` beats: the rate at t is
 * `r0 * q^(t/T)` with `q = r1/r0`. The expected count `N = r0*T*(q-1)/ln q` is rounded to c*N and the rates scaled to
 * it, so that `t_k = T * ln(1 + k*ln q / (c*r0*T)) / ln q`: the first hit is at 0 and the one after the last would fall
 * exactly on T. Returns ticks, rounded; equal rates give an even stream. Throws RangeError for rates or beats <= 0.
 * @example smoothPlaces(4, 1, 1, 960) // => [0, 960, 1920, 2880]
 */
export function smoothPlaces(beats: number, r0: number, r1: number, beatTicks: number): number[] {
  if (!(beats > 0 && r0 > 0 && r1 > 0)) throw new RangeError('Beats and rates must be above 0.');
  const log = Math.log(r1 / r0);
  const expected = log === 0 ? r0 * beats : (r0 * beats * (r1 / r0 - 1)) / log;
  const count = Math.max(1, Math.round(expected));
  const scaled = r0 * (count / expected);
  return Array.from({ length: count }, (_, k) => {
    const t = log === 0 ? k / scaled : (beats * Math.log(1 + (k * log) / (scaled * beats))) / log;
    return Math.round(t * beatTicks);
  });
}
