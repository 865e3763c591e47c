import { timesMark } from '../../../shared/ui/TimesSelect.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { Glides } from './Glides.tsx';
import { Holds } from './Holds.tsx';
import { baseOf, type Layout, stemHeight } from './layout.ts';

/** Marks of few hits, beside their stems: the glide into the next note, the tie of a held one, and the rounds in which they sound. */
export function HitMarks({ view, layout }: { view: PatternView; layout: Layout }) {
  return (
    <>
      {view.hits.some(({ hit }) => hit.glide) && <Glides view={view} layout={layout} />}
      {view.hits.some(({ hit }) => hit.hold) && <Holds view={view} layout={layout} />}
      <g fontSize={TEXT.tiny} fill={color('soft')} pointerEvents="none" aria-hidden="true">
        {view.shown.flatMap((row, i) =>
          view.hitsOf(row).flatMap(({ hit, heard }) =>
            hit.times ? (
              <text
                key={hit.id}
                x={layout.xOf(heard) + 9}
                y={baseOf(layout, i) - stemHeight(layout, i, hit.velocity) + 4}
              >
                {timesMark(hit.times)}
              </text>
            ) : (
              []
            ),
          ),
        )}
      </g>
    </>
  );
}
