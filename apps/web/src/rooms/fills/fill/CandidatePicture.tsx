import { resolve } from '@plucky/core/pattern';
import {
  type Family,
  indexOf,
  type LimbReport,
  type Pattern,
  type SongDocument,
  withRecord,
} from '@plucky/core/song';
import { PPQ } from '@plucky/core/time';
import { FamilyStems } from '../../../shared/ui/stems.tsx';
import { color } from '../../../shared/ui/tokens.ts';

const [WIDTH, HEIGHT, PAD] = [240, 62, 8];

/** Foot of a family's stems in the picture, as a share of its height. */
const BASE: Readonly<Record<Family, number>> = {
  cymbal: 0.46,
  hat: 0.5,
  percussion: 0.56,
  tom: 0.62,
  snare: 0.8,
  note: 0.7,
  kick: 0.98,
};

/** Stretch that is drawn after the landing of a fill that goes on over the bar line, in ticks. */
const AFTER = PPQ / 2;

/** A fill with its stems, also over the bar line, the stretch that it takes over tinted, and which hand takes which hit where that is wanted. */
export function CandidatePicture({
  document,
  fill,
  takeOver,
  hands,
}: {
  document: SongDocument;
  fill: Pattern;
  takeOver: number;
  hands: LimbReport['hands'] | null;
}) {
  const index = indexOf(document);
  const { hits } = resolve(withRecord(document, fill), fill.id);
  const { over } = fill.madeBy ?? {};
  const drawn = fill.length + (over ? over.to + AFTER : 0);
  const xOf = (tick: number) => PAD + (tick / drawn) * (WIDTH - 2 * PAD);
  const sounding = hits.filter((hit) => hit.origin !== 'silenced');
  const stems = [
    ...sounding,
    ...(over?.strokes ?? []).map((one) => ({ ...one, at: fill.length + one.at, origin: 'own' as const })),
  ];
  const familyOf = (id: string) => index.voice(id)?.family;
  const top = (family: Family, velocity: number) => BASE[family] * (HEIGHT - 6) - 4 - (velocity / 127) * 14;
  return (
    <svg width="100%" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`${stems.length} hits`}>
      <rect
        x={xOf(fill.length - takeOver) - 4}
        y={1}
        width={xOf(fill.length) - xOf(fill.length - takeOver) + 4}
        height={HEIGHT - 2}
        rx={6}
        fill={color('fill')}
      />
      {over && (
        <line
          x1={xOf(fill.length)}
          x2={xOf(fill.length)}
          y1={1}
          y2={HEIGHT - 1}
          stroke={color('line')}
          strokeWidth={1.5}
        />
      )}
      <FamilyStems
        stemsOf={(family) =>
          stems
            .filter((hit) => familyOf(hit.voice) === family)
            .map((hit) => ({
              x: xOf(hit.at),
              base: BASE[family] * (HEIGHT - 6),
              height: 4 + (hit.velocity / 127) * 14,
              origin: hit.origin,
            }))
        }
      />
      {hands &&
        sounding.map((hit) => {
          const hand = hands.get(hit.id);
          const family = familyOf(hit.voice);
          if (!hand || !family || hit.at < fill.length - takeOver) return null;
          return (
            <text
              key={hit.id}
              x={xOf(hit.at)}
              y={Math.max(8, top(family, hit.velocity) - 5)}
              fontSize={8}
              fontWeight={700}
              textAnchor="middle"
              fill={color('plum')}
            >
              {hand === 'left' ? 'L' : 'R'}
            </text>
          );
        })}
    </svg>
  );
}
