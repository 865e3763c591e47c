// The public names of this room, by module.
export { type DressChoices, type EndAt, planDress, type PlannedEnd, placeDress } from './dress/plan.ts';
export {
  type Attempt,
  compareWithTarget,
  type Deviation,
  type Marks,
  partForTarget,
  type Tolerance,
  USUAL_TOLERANCE,
  targetFrom,
} from './target/compare.ts';
export { type Side, sideHeard, SIDES } from './target/heard-target.ts';
export type { OtherTime } from './target/other-times.ts';
export { putRight, type PutRightWish } from './target/put-right.ts';
