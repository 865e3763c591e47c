import { counted } from '@plucky/core/time';
import type { PatternView } from '../pattern-view.ts';
import { baseOf, type Layout } from '../rows/layout.ts';
import { Onsets } from './Onsets.tsx';
import { metPlaces, referenceOf } from './reference-view.ts';

/** Radius of a drum of the reference at the foot of its row, in px. */
const RADIUS = 3;

/** The drums of a reference, each at the foot of the row that plays it and filled where that row meets it. */
export function DrumOnsets({ view, layout }: { view: PatternView; layout: Layout }) {
  const drums = referenceOf(view)?.drums;
  return view.shown.map((row, i) => {
    const drum = drums?.get(row.key);
    if (!drum?.notes.length) return null;
    const met = metPlaces(drum.hits);
    return (
      <g
        key={row.key}
        role="img"
        aria-label={`${row.name} of the reference: ${counted(drum.notes.length, 'onset')}`}
      >
        <Onsets
          notes={drum.notes}
          met={met}
          layout={layout}
          middle={baseOf(layout, i) - RADIUS}
          radius={RADIUS}
        />
      </g>
    );
  });
}
