import type { ChangeSet } from './change-set.ts';

/** An edit that does not apply here, and why, in words for the person who tried it. */
export interface Refusal {
  readonly reason: string;
}

/** Result of asking for an edit: the change, a reason against it, or `null` when there is nothing to do. */
export type Outcome = ChangeSet | Refusal | null;

/** True for an edit that does not apply. */
export function isRefusal(outcome: Outcome): outcome is Refusal {
  return outcome !== null && 'reason' in outcome;
}

/** True for an outcome that changes something. */
export function isChange(outcome: Outcome): outcome is ChangeSet {
  return outcome !== null && 'put' in outcome;
}
