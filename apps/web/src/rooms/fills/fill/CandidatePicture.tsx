import { resolve } from '@plucky/core/pattern';
import { indexOf, type LimbReport, type Pattern, type SongDocument, withRecord } from '@plucky/core/song';
import { PPQ } from '@plucky/core/time';
import { FamilyStems } from '../../../shared/ui/stems.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';

const [WIDTH, HEIGHT, PAD] = [300, 96, 8];
/** The two lines of letters over the drums that say which hand plays, and their baselines. */
const LETTERS = 26;
const HAND_AT = { right: 11, left: 24 } as const;
/** The tallest stem, and the share of a line that it may take. */
const [TALLEST, SHARE] = [16, 0.72];

/** Stretch that is drawn after the landing of a fill that goes on over the bar line, in ticks. */
const AFTER = PPQ / 2;

/**
 * A fill with a line for each drum that it uses, in the order of the kit, also over the bar line; the stretch that it takes
 * over is tinted. Which hand takes which hit stands over it where that is wanted.
 */
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
  const used = new Set(stems.map(({ voice }) => voice));
  const lines = index.voicesOf(fill.part).filter(({ id }) => used.has(id));
  const top = hands ? LETTERS : 2;
  const line = (HEIGHT - top - 2) / Math.max(1, lines.length);
  const baseOf = new Map(lines.map(({ id }, i) => [id, top + (i + 1) * line]));
  const tall = Math.min(TALLEST, line * SHARE);
  return (
    <svg
      width="100%"
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${stems.length} hits`}
      style={{ display: 'block' }}
    >
      <rect
        x={xOf(fill.length - takeOver) - 4}
        y={1}
        width={xOf(fill.length) - xOf(fill.length - takeOver) + 4}
        height={HEIGHT - 2}
        rx={6}
        fill={color('fill')}
      />
      {lines.map(({ id }) => (
        <path key={id} d={`M4 ${baseOf.get(id)}H${WIDTH - 4}`} stroke={color('line')} />
      ))}
      {over && <path d={`M${xOf(fill.length)} 1V${HEIGHT - 1}`} stroke={color('strong')} strokeWidth={1.5} />}
      <FamilyStems
        stemsOf={(family) =>
          stems
            .filter((hit) => index.voice(hit.voice)?.family === family)
            .map((hit) => ({
              x: xOf(hit.at),
              base: baseOf.get(hit.voice) ?? HEIGHT,
              height: tall * (0.3 + 0.7 * (hit.velocity / 127)),
              origin: hit.origin,
            }))
        }
      />
      {hands &&
        sounding.map((hit) => {
          const hand = hands.get(hit.id);
          if (!hand || hit.at < fill.length - takeOver) return null;
          return (
            <text
              key={hit.id}
              x={xOf(hit.at)}
              y={HAND_AT[hand]}
              fontSize={TEXT.tiny}
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
