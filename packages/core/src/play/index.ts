// The public names of this room, by module.
export { AT_REST, intensityAt } from './intensity/curve.ts';
export {
  playsOlderCurves,
  renewCurves,
  setIntensity,
  toggleOccurrenceVoice,
} from './intensity/edit-curve.ts';
export { drawIntensity } from './intensity/draw-curve.ts';
export { playedLayer } from './intensity/played-layer.ts';
export { specialAt } from './intensity/special.ts';
export {
  type Cue,
  cueable,
  type Cued,
  type Performance,
  performed,
  roundLength,
} from './perform/performance.ts';
export { placePerformance } from './perform/taken-form.ts';
export { barLines } from './timeline/bar-lines.ts';
export { chokeEvents } from './timeline/choke.ts';
export { barAt, compile, timeMapOf } from './timeline/compile.ts';
export { type BarFigures, courseOf, type Sag, sagsOf } from './timeline/course.ts';
export { densities } from './timeline/density.ts';
export type { ControlEvent, MessageEvent, NoteEvent, Source, Timeline } from './timeline/events.ts';
export { slidBy, slideSteps } from './timeline/glide.ts';
export { type HeardChange, heardChanges } from './timeline/heard-changes.ts';
export { type LaidOver, layOver } from './timeline/laid-over.ts';
export { lanesInTheWay } from './timeline/lanes-in-the-way.ts';
export { freeOfLanes, inOrder, type Lane, lanesOf, movesOf } from './timeline/lanes.ts';
export {
  addOnReference,
  moveToReference,
  patternFromReference,
  referenceTo,
  unmetOnsets,
} from './timeline/reference-edits.ts';
export { liveReference, type Meeting, meetings, notesFor, notesUnder } from './timeline/reference.ts';
export { byPlace, settle, type Settling } from './timeline/settle.ts';
export { sliceTimeline } from './timeline/slice.ts';
export { unevenStrokes } from './timeline/uneven.ts';
export { compareWith, type Comparison, type Counterpart, counterpartOf } from './tried/counterpart.ts';
export { tryFill } from './tried/fill.ts';
export { type TriedInPlace, tryInPlace } from './tried/in-place.ts';
export { shelfMeetings, tryFromShelf } from './tried/shelf.ts';
export { type TriedTogether, tryTogether } from './tried/together.ts';
export { tryEdit } from './tried/tried.ts';
export type { Tried } from './tried/within.ts';
