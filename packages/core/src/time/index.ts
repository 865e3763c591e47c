// The public names of this room, by module.
export { cacheBy, cacheByText, cacheWhileSame, namedKeys } from './cache.ts';
export { frozen, guarded, guardValues } from './frozen.ts';
export { type Grid, gridName, GRIDS, gridTicks, isTuplet, snap, snapDown } from './grid.ts';
export { groupedBy } from './grouped.ts';
export {
  type BarMeter,
  barTicks,
  beatTicks,
  groupStarts,
  isSameMeter,
  meter,
  type Meter,
  meterName,
  MOST_BEATS,
  pulses,
  shortBar,
  usualGroups,
} from './meter.ts';
export { lengthName, noteLength, placeName } from './place.ts';
export { lastBefore } from './last-before.ts';
export {
  secondsAt,
  tempoAt,
  type TempoMap,
  type TempoPoint,
  tempoSlice,
  tickAtSeconds,
} from './tempo-map.ts';
export { modulo, msToTicks, PPQ, ticksToMs } from './ticks.ts';
export { lengthFrom, noteLengthFrom, placeFrom } from './typed.ts';
export { isStrong, metricalWeight } from './weight.ts';
export { capital, counted, figure, plural } from './words.ts';
export { mixed, type Random, randomFrom, seedFrom } from './random/stream.ts';
