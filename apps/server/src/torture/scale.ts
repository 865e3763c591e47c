/** Amounts of each trial. */
export interface Scale {
  readonly seed: number;
  /** Kills of a server that is saved to. */
  readonly rounds: number;
  readonly bodies: number;
  readonly saves: number;
  readonly longHistory: number;
  /** Slots of a section that is played 16 times. */
  readonly giantSlots: number;
  /** Rounds of edits in several windows. */
  readonly windowRounds: number;
}

export const WHOLE = {
  rounds: 12,
  bodies: 4000,
  saves: 600,
  longHistory: 5000,
  giantSlots: 120,
  windowRounds: 200,
};
export const SHORT = {
  rounds: 3,
  bodies: 500,
  saves: 200,
  longHistory: 400,
  giantSlots: 30,
  windowRounds: 45,
};
