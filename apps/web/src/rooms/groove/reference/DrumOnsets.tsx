import { counted } from '@plucky/core';
import type { PatternView } from '../pattern-view.ts';
import type { Layout } from '../rows/layout.ts';
import { Onsets } from './Onsets.tsx';
import { metPlaces, type ReferenceView } from './reference-view.ts';

/** How far below the top of a row its drum of the reference is drawn, and how large, in px. */
const BELOW = 5;
const RADIUS = 3;

/** The drums of a reference, each over the row that plays it and filled where that row meets it. */
export function DrumOnsets({
  view,
  layout,
  reference: { drums },
}: {
  view: PatternView;
  layout: Layout;
  reference: ReferenceView;
}) {
  return view.rows.map((row, i) => {
    const drum = drums.get(row.key);
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
          middle={i * layout.rowHeight + BELOW}
          radius={RADIUS}
        />
      </g>
    );
  });
}
