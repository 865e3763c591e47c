import { compile, sliceTimeline, type Timeline } from '@plucky/core/play';
import { cacheWhileSame } from '@plucky/core/time';
import type { WhatPlays } from './what-plays.ts';

const timelineCache = cacheWhileSame<Timeline>();

/** Timeline of a choice, worked out once for as long as neither the song nor the choice changes. */
export function timelineOf({ document, scope, cut, timeline }: WhatPlays): Timeline {
  if (timeline) return timeline;
  return timelineCache(document, [JSON.stringify(scope), cut], () => {
    const whole = compile(document, scope);
    return cut ? sliceTimeline(whole, cut.from, cut.to) : whole;
  });
}
