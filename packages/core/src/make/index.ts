// The public names of this room, by module.
export { buildPattern } from './build-up/build-up.ts';
export { addPoint, movePoint, pointsOf } from './build-up/edit-points.ts';
export { changeBuild, handWorkOf } from './build-up/rework.ts';
export {
  changesRate,
  overshoot,
  ROLL_TO_TONE,
  speedReport,
  speedsOf,
  stepsOf,
  stepsOnBeats,
} from './build-up/speed.ts';
export {
  BUILD_STARTERS,
  buildFrom,
  type BuildStarter,
  drumsOfStarter,
  straight,
  USUAL_BUILD,
} from './build-up/starters.ts';
export { type DropOut, dropOutPattern, endOf, type PickUp } from './ending/drop-out.ts';
export { type Ending, endingPattern } from './ending/ending.ts';
export {
  type Candidate,
  type CandidateList,
  candidateOf,
  fillCandidates,
  measured,
  POOL,
} from './fill/candidates.ts';
export {
  bestWindows,
  LONGEST_WINDOW,
  longTake,
  type LongTake,
  type Window,
  windowOf,
} from './fill/long-take.ts';
export { contextFor, fillPattern, makeByHand, makeFill, USUAL_FILL } from './fill/make.ts';
export { limbsOf, measureFill } from './fill/measure.ts';
export { conflictPlace, type Repair, repairsFor } from './fill/repair.ts';
export { FILL_STARTERS, recipeFrom } from './fill/starters.ts';
export { roundTheKit } from './fill/travel.ts';
export { moreLike, recipeOf, remakeAround } from './fill/vary.ts';
export { LOUDEST_GHOST } from './fill/cells/cell.ts';
export {
  busier,
  exchangeCell,
  ghostCell,
  lowerCell,
  mirrorCell,
  moveEdge,
  type PlanOutcome,
  remakeOthers,
  sparser,
  turnGrouping,
} from './fill/cells/edit-plan.ts';
export { groupingName, groupingsOf } from './fill/cells/grouping.ts';
