import { type Cue, roundLength } from '@plucky/core/play';
import { indexOf, type SongDocument } from '@plucky/core/song';
import { barTicks, beatTicks, gridTicks, type Meter } from '@plucky/core/time';

/** When what is cued comes: on the next 16th, beat or bar, or as the round ends that sounds. */
export type CueTime = 'at once' | 'beat' | 'bar' | 'round';

/** The place at which a cue comes that is given at `place`, in ticks: on the next 16th, beat or bar, or as a round ends. */
export function comesAt(
  document: SongDocument,
  sounding: Cue | undefined,
  place: number,
  comes: CueTime,
): number {
  const { meter } = indexOf(document).song;
  const round = (sounding && roundLength(document, sounding.plays)) ?? barTicks(meter);
  const start = comes === 'round' && sounding ? sounding.at - (sounding.from ?? 0) : 0;
  const step = comes === 'round' ? round : STEPS[comes](meter);
  return start + (Math.floor((place - start) / step) + 1) * step;
}

const STEPS: Readonly<Record<Exclude<CueTime, 'round'>, (meter: Meter) => number>> = {
  'at once': () => gridTicks(4),
  beat: beatTicks,
  bar: barTicks,
};
