import { sideHeard } from '@plucky/core/plan';
import { compile, sliceTimeline, type Timeline } from '@plucky/core/play';
import { cacheWhileSame } from '@plucky/core/time';
import type { WhatPlays } from './what-plays.ts';

const timelineCache = cacheWhileSame<Timeline>();

/** Timeline of a choice, worked out once for as long as neither the song nor the choice changes. */
export function timelineOf({ document, scope, cut, timeline, against, origin }: WhatPlays): Timeline {
  if (timeline) return timeline;
  return timelineCache(document, [JSON.stringify(scope), cut, against?.reference, against?.side], () => {
    const whole = compile(document, scope);
    const own = cut ? sliceTimeline(whole, cut.from, cut.to) : whole;
    if (!against) return own;
    return sideHeard(document, against.reference, against.part, own, origin ?? 0, against.side);
  });
}
