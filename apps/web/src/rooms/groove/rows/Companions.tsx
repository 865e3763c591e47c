import { compile, tryTogether } from '@plucky/core/play';
import { indexOf } from '@plucky/core/song';
import { useMemo } from 'react';
import { familyColor } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import type { Layout } from './layout.ts';

/** Height of a held note's mark, and of a drum that is neither kick nor snare, in px. */
const [NOTE, TICK] = [5, 6];

/** The other parts beside the pattern, faint behind its rows: kicks and snares as lines, notes as they last. */
export function Companions({ view, layout, height }: { view: PatternView; layout: Layout; height: number }) {
  const { document, part, length } = view;
  const { id } = view.resolved.pattern;
  const events = useMemo(() => {
    const tried = tryTogether(document, id);
    if (!tried) return [];
    const heard = compile(tried.document, tried.scope).events;
    return heard.filter((one) => one.part !== part.id && one.tick < length);
  }, [document, id, part.id, length]);
  const { voice } = indexOf(document);
  const notes = events.map((one) => one.note);
  const [low, high] = [Math.min(...notes), Math.max(...notes)];
  return (
    <g opacity={0.32} data-companions={events.length}>
      {events.map((one, i) => {
        const family = voice(one.voice)?.family;
        if (!family) return null;
        const x = layout.xOf(one.tick);
        const stroke = familyColor(family);
        // Several notes may stand at one place, and none is ever moved by itself.
        const key = `${one.tick} ${one.voice} ${i}`;
        if (family === 'note') {
          const y = (height - NOTE) * (1 - (one.note - low) / Math.max(1, high - low));
          const width = Math.max(2, layout.xOf(one.tick + one.length) - x - 1);
          return <rect key={key} x={x} y={y} width={width} height={NOTE} rx={2} fill={stroke} />;
        }
        const isLine = family === 'kick' || family === 'snare';
        return (
          <path
            key={key}
            d={`M${x} 0V${isLine ? height : TICK}`}
            stroke={stroke}
            strokeWidth={family === 'kick' ? 3 : 1.5}
            {...(family === 'snare' ? { strokeDasharray: '5 5' } : {})}
          />
        );
      })}
    </g>
  );
}
