import { counted } from '@plucky/core/time';
import { color } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { type Layout, REFERENCE } from '../rows/layout.ts';
import { Onsets } from './Onsets.tsx';
import { metPlaces, referenceOf } from './reference-view.ts';

/** The onsets of the reference, filled where a kick meets them; of drums those that no row plays. */
export function ReferenceLane({ view, layout, top }: { view: PatternView; layout: Layout; top: number }) {
  const held = referenceOf(view);
  if (!held) return null;
  const { reference, notes, hits } = held;
  const met = reference.drums ? NONE : metPlaces(hits);
  const words = reference.drums
    ? `${counted(notes.length, 'onset')} of drums that no row plays`
    : `${counted(notes.length, 'onset')}, ${met.size} of them met by a kick`;
  return (
    <svg
      width={layout.width}
      height={REFERENCE}
      role="img"
      aria-label={`${reference.name}: ${words}`}
      style={{ position: 'absolute', top, left: 0 }}
    >
      <path d={`M0 0H${layout.width}`} stroke={color('line')} />
      {!reference.drums &&
        notes.map(([at, length, note]) => (
          <path
            key={`${at} ${note}`}
            d={`M${layout.xOf(at)} ${REFERENCE / 2}H${Math.max(
              layout.xOf(at) + 3,
              layout.xOf(Math.min(view.length, at + length)) - 2,
            )}`}
            stroke={color('note')}
            strokeWidth={4}
            opacity={0.35}
          />
        ))}
      <Onsets notes={notes} met={met} layout={layout} middle={REFERENCE / 2} radius={4.5} />
    </svg>
  );
}

const NONE: ReadonlySet<number> = new Set();
