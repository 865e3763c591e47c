// The public names of this room, by module.
export { type DressChoices, planDress, type PlannedEnd, placeDress } from './dress/plan.ts';
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
