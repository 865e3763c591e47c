import { compile } from '@plucky/core/play';
import { useMemo } from 'react';
import { color } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { baseOf, type Layout } from './layout.ts';

/** Glides: a line from the row of a note to that of the next, as it is heard. */
export function Glides({ view, layout }: { view: PatternView; layout: Layout }) {
  const { document } = view;
  const { id } = view.resolved.pattern;
  const sliding = useMemo(
    () => compile(document, { kind: 'pattern', pattern: id }).events.filter(({ glide }) => glide?.by),
    [document, id],
  );
  const base = (voice: string, note: number) => {
    const row = view.shown.findIndex((one) => one.voice.id === voice && one.voice.note + one.pitch === note);
    return row < 0 ? null : baseOf(layout, row) - 1;
  };
  return (
    <g data-glides={sliding.length} fill="none" stroke={color('plum')} strokeWidth={1.8} pointerEvents="none">
      {sliding.map(({ tick, voice, note, glide, from }) => {
        const [y, end] = [base(voice, note), glide && base(voice, note + glide.by)];
        if (!glide || y === null || end === null) return null;
        const [starts, ends] = [layout.xOf(tick + glide.after), layout.xOf(tick + glide.until)];
        return <path key={`${from.hit} ${tick}`} d={`M${layout.xOf(tick)} ${y}H${starts}L${ends} ${end}`} />;
      })}
    </g>
  );
}
