import { FASTEST, type Id, LIMITS, type Reference, SLOWEST } from '../song/index.ts';
import { isSameMeter } from '../time/index.ts';
import type { ArrivedFile, ArrivedTrack } from './arrived.ts';
import { sectionMeter } from './bar-meters.ts';

/**
 * A track of a file as a song keeps it to be held against, with the tempos and meters of the file where it is given; notes beyond
 * the most that are kept are left.
 */
export function referenceOfTrack(
  { name, drums, notes }: ArrivedTrack,
  id: Id,
  file?: Pick<ArrivedFile, 'tempos' | 'bars'>,
): Reference {
  return {
    id,
    kind: 'reference',
    name,
    ...(drums ? { drums: true } : {}),
    ...(file ? timeOf(file) : {}),
    shift: 0,
    notes: notes
      .slice(0, LIMITS.referenceNotes)
      .map(({ tick, length, note, velocity }) => [tick, length, note, velocity]),
  };
}

/** Tempos and meters of a file as a song can have them. */
function timeOf({
  tempos,
  bars,
}: Pick<ArrivedFile, 'tempos' | 'bars'>): Pick<Reference, 'tempos' | 'meters'> {
  const counted = bars.flatMap((bar) => {
    const meter = sectionMeter(bar);
    return meter ? [{ at: bar.start, meter }] : [];
  });
  return {
    tempos: tempos
      .slice(0, LIMITS.tempos)
      .map(({ tick, tempo }) => ({ at: tick, tempo: Math.min(FASTEST, Math.max(SLOWEST, tempo)) })),
    meters: counted.filter(({ meter }, i) => !i || !isSameMeter(meter, counted[i - 1]?.meter ?? meter)),
  };
}
