import { compile } from '@plucky/core/play';
import { useMemo } from 'react';
import { color } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { baseOf, type Layout } from './layout.ts';

/** Depth of a tie, in px: not below the line of its row, which may be the last. */
const DEEPEST = 6;

/** Held notes: a tie under each from its stem to where it ends. */
export function Holds({ view, layout }: { view: PatternView; layout: Layout }) {
  const { document } = view;
  const { id } = view.resolved.pattern;
  const events = useMemo(() => compile(document, { kind: 'pattern', pattern: id }).events, [document, id]);
  const held = new Map(view.hits.filter(({ hit }) => hit.hold).map(({ hit }) => [hit.id, hit]));
  const ties = events.flatMap(({ tick, length, from }) => {
    const hit = held.get(from.hit);
    const row = view.shown.findIndex((one) => one.voice.id === hit?.voice && one.pitch === hit.pitch);
    return hit && row >= 0 ? [{ id: hit.id, row, tick, length }] : [];
  });
  return (
    <g data-holds={ties.length} fill="none" stroke={color('plum')} strokeWidth={1.8} pointerEvents="none">
      {ties.map(({ id: hit, row, tick, length }) => {
        const [x, end, y] = [layout.xOf(tick) + 3, layout.xOf(tick + length), baseOf(layout, row) - DEEPEST];
        const sag = Math.min(DEEPEST, (end - x) / 4);
        return <path key={hit} d={`M${x} ${y}C${x + sag} ${y + sag} ${end - sag} ${y + sag} ${end} ${y}`} />;
      })}
    </g>
  );
}
