import { partForTarget, type Side } from '@plucky/core/plan';
import { indexOf } from '@plucky/core/song';
import { createForSong } from '../session/song-store.ts';
import type { WhatPlays } from './what-plays.ts';

/** The side of the comparison with a target that is heard, and the target. */
export interface HeardSide {
  readonly target: string | null;
  readonly side: Side;
}

export const useHeardSide = createForSong<HeardSide>(() => ({ target: null, side: 'mine' }));

/** Target of play with the target of a comparison in it, where it is of the song's form and another side is heard. */
export function withSide(what: WhatPlays | null, { target, side }: HeardSide): WhatPlays | null {
  if (!what || side === 'mine' || what.origin === null || what.timeline) return what;
  const reference = indexOf(what.document).references.find(({ id }) => id === target);
  const part = reference && partForTarget(what.document, reference);
  if (!reference || !part) return what;
  const title = side === 'both' ? `${what.title}, with the target` : `${what.title}, as the target`;
  return { ...what, title, against: { reference, part: part.id, side } };
}
