import type { Meter } from '../../../time/index.ts';
import type { Way } from '../rule.ts';
import { betweenBeats, onBeats } from './beats.ts';
import { byChance } from './chance.ts';
import { every } from './every.ts';
import type { SowingRule } from './sow-rule.ts';
import { spreadEvenly } from './spread-evenly.ts';

const RULES = {
  every,
  'on beats': onBeats,
  'between beats': betweenBeats,
  spread: spreadEvenly,
  chance: byChance,
};

type RuleOf<R> = R extends SowingRule<infer S> ? S : never;

/** Rule that places hits, with its numbers. */
export type SowRule = RuleOf<(typeof RULES)[keyof typeof RULES]>;
/** A way in which hits are sown. */
export type SowWay = keyof typeof RULES;

/** Every way in which hits are sown, in the order in which they are offered. */
export const SOW_WAYS = RULES as unknown as { readonly [W in SowWay]: Way<SowRule> };

/** The places that a rule names in a pattern of `length` ticks, in order and within it. */
export function sowPlaces(rule: SowRule, meter: Meter, length: number): number[] {
  // The table gives each rule its own kind, which the compiler cannot see through the union.
  const { places } = RULES[rule.rule] as unknown as SowingRule<SowRule>;
  return places(rule, meter, length);
}
