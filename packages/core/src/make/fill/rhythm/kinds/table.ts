import type { Kind } from '../../../../song/index.ts';
import {
  doubles,
  flams,
  ghosts,
  overTheBar,
  paradiddles,
  ruffs,
  singles,
  sixOverFour,
  threes,
} from './hands.ts';
import type { PlayKind } from './kind.ts';
import { backbeatKept, bothHands, halfTimeDrag, hatBarks, linear, stabs, stop } from './whole-kit.ts';

/** A kind of fill: its working, and how likely it is beside the others. */
export const KIND_TABLE: Readonly<Record<Kind, { readonly play: PlayKind; readonly weight: number }>> = {
  singles: { play: singles, weight: 1.6 },
  doubles: { play: doubles, weight: 1 },
  paradiddles: { play: paradiddles, weight: 0.9 },
  linear: { play: linear, weight: 1.2 },
  flams: { play: flams, weight: 0.9 },
  ruffs: { play: ruffs, weight: 0.6 },
  stabs: { play: stabs, weight: 0.9 },
  'hat barks': { play: hatBarks, weight: 0.8 },
  'ghost notes': { play: ghosts, weight: 1 },
  threes: { play: threes, weight: 1 },
  'over the bar': { play: overTheBar, weight: 1 },
  'half-time drag': { play: halfTimeDrag, weight: 0.6 },
  'backbeat kept': { play: backbeatKept, weight: 1 },
  'both hands': { play: bothHands, weight: 0.8 },
  'stop and pick-up': { play: stop, weight: 0.7 },
  // On request only.
  'six over four': { play: sixOverFour, weight: 0 },
};
