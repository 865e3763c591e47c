import { type Control, controlSchema } from '../curves.ts';
import { LIMITS } from '../limits.ts';
import type { Zod } from '../zod.ts';
import { type FollowedStretch, plainInheritance } from './inheritance.ts';

/** The schema of the controls of a pattern. */
export const controlsSchema = (z: Zod) => z.array(controlSchema(z)).max(LIMITS.controls);

const NONE: readonly Control[] = Object.freeze([]);

/** Controls that move while a pattern plays: pitch, filter and level. */
export const inheritedControls = plainInheritance<readonly Control[]>({
  schema: controlsSchema,
  rest: NONE,
  off: [],
  followed: followedControls,
  voices: (said) => said.flatMap(({ voices }) => voices),
  forVoices: (controls, name) =>
    controls
      .map((one) => ({ ...one, voices: one.voices.flatMap((voice) => name(voice) ?? []) }))
      .filter((one) => one.voices.length),
});

/** Each with its curve whole, also where it began before the stretch. */
function followedControls(
  controls: readonly Control[],
  { from, length, period }: FollowedStretch,
): readonly Control[] {
  if (!controls.length) return NONE;
  const out: Control[] = [];
  for (let offset = -from; offset < length; offset += period) {
    const before = out.length;
    for (const control of controls) {
      const moved = { ...control, from: control.from + offset, to: control.to + offset };
      if (offset + period > 0 && moved.from < length) out.push(moved);
      if (out.length > LIMITS.controls) return out;
    }
    // They only move further off with each repeat.
    if (out.length === before) break;
  }
  return out;
}
