import type { Timeline } from '@plucky/core/play';
import type { Playing } from '../audio/player.ts';
import type { DocumentStore } from '../document/store.ts';
import type { Asked } from './asked.ts';
import { useHeardSide, withSide } from './heard-side.ts';
import { previewHeard, usePreview } from './preview.ts';
import { type WhatPlays, whatPlays } from './what-plays.ts';

/** Target of play in the present song. */
export function playsNow(store: DocumentStore, { room, choices }: Asked): WhatPlays | null {
  const what = whatPlays(store.getState().document, room, choices, previewHeard(usePreview.getState()));
  return withSide(what, useHeardSide.getState());
}

export function playingOf({ document, loops, origin }: WhatPlays, timeline: Timeline): Playing {
  return { timeline, loops, document, origin };
}
