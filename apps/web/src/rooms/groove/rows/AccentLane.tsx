import { snap } from '@plucky/core/time';
import { color } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { ACCENTS, type Layout } from './layout.ts';

/** Accent places nearer together than this are drawn only on the 8ths, or the beats, in px. */
const NARROWEST_ACCENT = 13;

/** Places that raise what is hit there; pressing one toggles it. */
export function AccentLane({
  view,
  layout,
  width,
  top,
  onToggle,
}: {
  view: PatternView;
  layout: Layout;
  width: number;
  top: number;
  onToggle: (at: number) => void;
}) {
  const step = [240, 480, 960].find((ticks) => layout.xOf(ticks) - layout.xOf(0) >= NARROWEST_ACCENT) ?? 960;
  const steps = Array.from({ length: Math.ceil(view.length / step) }, (_, i) => i * step);
  const accents = new Set(view.resolved.accents.map((accent) => accent.at));
  const places = [...new Set([...steps, ...accents])].filter((at) => at < view.length);
  return (
    <svg
      width={width}
      height={ACCENTS}
      style={{ position: 'absolute', top, left: 0, cursor: 'pointer' }}
      role="img"
      aria-label={`Accents: ${accents.size}. Shift+X toggles one at the caret.`}
      onClick={(event) => {
        const x = event.clientX - event.currentTarget.getBoundingClientRect().left;
        const at = snap(layout.tickOf(x), 4);
        if (at >= 0 && at < view.length) onToggle(at);
      }}
    >
      {places.map((at) => {
        const on = accents.has(at);
        const x = layout.xOf(at);
        return (
          <path
            key={at}
            d={`M${x - 4.5} 10L${x + 4.5} 14L${x - 4.5} 18`}
            fill="none"
            stroke={on ? color('plum') : color('strong')}
            strokeWidth={on ? 2.4 : 1}
          />
        );
      })}
    </svg>
  );
}
