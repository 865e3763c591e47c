import { compile, sliceTimeline, type Timeline } from '@plucky/core/play';
import { keptWhileSame } from '@plucky/core/song';
import type { WhatPlays } from './what-plays.ts';

const kept = keptWhileSame<Timeline>();

/** Timeline of a choice, worked out once for as long as neither the song nor the choice changes. */
export function timelineOf({ document, scope, cut, timeline }: WhatPlays): Timeline {
  if (timeline) return timeline;
  return kept(document, [JSON.stringify(scope), cut], () => {
    const whole = compile(document, scope);
    return cut ? sliceTimeline(whole, cut.from, cut.to) : whole;
  });
}
