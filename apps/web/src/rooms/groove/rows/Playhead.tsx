import { Box } from '@mui/material';
import { songStretches, startOf } from '@plucky/core/form';
import { stretchOf } from '@plucky/core/song';
import { modulo } from '@plucky/core/time';
import { useCallback, useMemo, useRef } from 'react';
import { useSong } from '../../../document/context.tsx';
import { color } from '../../../shared/ui/tokens.ts';
import { usePlayhead } from '../../../transport/usePlayhead.ts';
import { useWhatPlays } from '../../../transport/useWhatPlays.ts';
import type { WhatPlays } from '../../../transport/what-plays.ts';
import type { PatternView } from '../pattern-view.ts';
import type { Layout } from './layout.ts';

/** A line through the rows at the place that is heard. */
export function Playhead({ view, layout, height }: { view: PatternView; layout: Layout; height: number }) {
  const line = useRef<HTMLDivElement>(null);
  const what = useWhatPlays();
  const document = useSong();
  const placeIn = useMemo(() => placeInPattern(document, view, what), [document, view, what]);
  const show = useCallback(
    (place: number | null) => {
      if (!line.current) return;
      const at = place === null ? null : placeIn(place);
      line.current.style.opacity = at === null ? '0' : '1';
      if (at !== null) line.current.style.transform = `translateX(${layout.xOf(at)}px)`;
    },
    [layout, placeIn],
  );
  usePlayhead(show);
  return (
    <Box
      ref={line}
      data-testid="playhead"
      sx={{
        position: 'absolute',
        top: 8,
        left: -1,
        width: '2px',
        height: height - 8,
        background: color('plum'),
        pointerEvents: 'none',
        opacity: 0,
      }}
    />
  );
}

/** From a place in what plays to the place in this pattern, or null while the pattern is silent. */
function placeInPattern(
  document: ReturnType<typeof useSong>,
  view: PatternView,
  what: WhatPlays | null,
): (place: number) => number | null {
  const { id } = view.resolved.pattern;
  if (what?.pattern === id) {
    const from = what.cut?.from ?? 0;
    // With others beside it a pattern goes round more than once.
    return (place) => modulo(place + from, view.length);
  }
  // A draft of these rows runs over them; another pattern does not.
  if (what?.scope.kind === 'pattern') {
    const isThis = what.scope.pattern === id;
    return (place) => (isThis && place < view.length ? place : null);
  }
  if (what?.origin == null) return () => null;
  const { origin } = what;
  const places = songStretches(document).flatMap(({ start, slot }) =>
    slot.layers
      .filter((layer) => layer.pattern === id)
      .flatMap((layer) => {
        const stretch = stretchOf(layer, slot.length);
        if (!stretch) return [];
        return [{ from: start + stretch.from, to: start + stretch.to, begin: startOf(layer) }];
      }),
  );
  return (place) => {
    const at = place + origin;
    const found = places.find(({ from, to }) => at >= from && at < to);
    return found ? modulo(at - found.from + found.begin, view.length) : null;
  };
}
