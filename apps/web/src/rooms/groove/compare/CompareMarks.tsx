import type { Contrast, HitDifference } from '@plucky/core/pattern';
import type { IdentifiedHit } from '@plucky/core/song';
import { msToTicks } from '@plucky/core/time';
import { color, familyColor, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView, Row } from '../pattern-view.ts';
import { baseOf, type Layout, stemHeight } from '../rows/layout.ts';
import { useComparison } from './comparison.ts';

/** Words and looks of each kind of difference in the rows. */
export const CONTRAST_WORDS: Readonly<Record<Contrast, { readonly mark: string; readonly word: string }>> = {
  'only a': { mark: '+', word: 'only in A' },
  'only b': { mark: '−', word: 'only in B' },
  moved: { mark: '↔', word: 'moved' },
  louder: { mark: '▴', word: 'louder in B' },
  softer: { mark: '▾', word: 'softer in B' },
  otherwise: { mark: '~', word: 'otherwise' },
};

/** Another pattern laid over the rows: its hits dotted where they differ, with a mark beside that says how. */
export function CompareMarks({ view, layout }: { view: PatternView; layout: Layout }) {
  const comparison = useComparison(view);
  return (
    <g aria-hidden="true" style={{ pointerEvents: 'none' }}>
      {comparison?.differences.map((difference, i) => (
        <Difference key={i} view={view} layout={layout} difference={difference} />
      ))}
    </g>
  );
}

function Difference({
  view,
  layout,
  difference: { a, b, contrasts },
}: {
  view: PatternView;
  layout: Layout;
  difference: HitDifference;
}) {
  const place = (hit: IdentifiedHit) => placeOf(view, layout, hit);
  const [here, there] = [a && place(a), b && place(b)];
  if (!here && !there) return null;
  const top = Math.min(here?.top ?? Infinity, there?.top ?? Infinity);
  const marks = contrasts.map((contrast) => CONTRAST_WORDS[contrast].mark).join('');
  return (
    <>
      {here && !there && (
        <rect
          x={here.x - 8}
          y={here.top - 7}
          width={16}
          height={here.base - here.top + 8}
          rx={6}
          fill="none"
          stroke={color('plum')}
          strokeWidth={1}
        />
      )}
      {there && (
        <g stroke={familyColor(there.row.family)} fill="none" opacity={0.85}>
          <path d={`M${there.x} ${there.base}V${there.top}`} strokeWidth={1.5} strokeDasharray="1.5 3" />
          <circle cx={there.x} cy={there.top} r={5} strokeWidth={1.4} strokeDasharray="1.5 2" />
        </g>
      )}
      {here && there && Math.abs(here.x - there.x) > 3 && (
        <path d={`M${here.x} ${top}H${there.x}`} stroke={color('plum')} strokeWidth={1.2} />
      )}
      <text
        x={Math.max(here?.x ?? 0, there?.x ?? 0) + 9}
        y={Math.max(9, top + 3)}
        fontSize={TEXT.small}
        fontWeight={700}
        fill={color('plum')}
      >
        {marks}
      </text>
    </>
  );
}

interface Placed {
  readonly row: Row;
  readonly x: number;
  readonly base: number;
  readonly top: number;
}

function placeOf(view: PatternView, layout: Layout, hit: IdentifiedHit): Placed | null {
  const drums = view.part.type === 'drums';
  const i = view.shown.findIndex((row) => row.voice.id === hit.voice && (drums || row.pitch === hit.pitch));
  const row = view.shown[i];
  if (!row) return null;
  const heard = view.heardAt(row, hit.at) + msToTicks(hit.offsetMs, view.frame.tempo);
  const base = baseOf(layout, i);
  return {
    row,
    x: layout.xOf(Math.min(view.length - 1, Math.max(0, heard))),
    base,
    top: base - stemHeight(layout, i, hit.velocity),
  };
}
