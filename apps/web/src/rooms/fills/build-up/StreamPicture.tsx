import { type BuildRecipe, indexOf, type SongDocument, streamVoices } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { PANE_WIDTH, Silence } from '../../../shared/ui/Pane.tsx';
import { FamilyStems } from '../../../shared/ui/stems.tsx';
import { color, familyColor, TEXT } from '../../../shared/ui/tokens.ts';
import type { BuildFigures } from './figures.ts';

const HEIGHT = 112;
/** Feet of the stream's stems, and of those that go on under it. */
const [BASE, UNDER] = [86, 107];

/** The hits of a build-up over its bars, with what plays under it, its silence, and where a roll becomes a tone. */
export function StreamPicture({
  document,
  recipe,
  figures,
}: {
  document: SongDocument;
  recipe: BuildRecipe;
  figures: BuildFigures;
}) {
  const { hits, bar, toneFrom, count } = figures;
  const { lasts: length, silence } = recipe;
  const stream = streamVoices(recipe);
  const { voice } = indexOf(document);
  const xOf = (tick: number) => (tick / length) * PANE_WIDTH;
  const sounding = hits.filter((hit) => hit.origin !== 'silenced' && hit.voice !== recipe.riser);
  return (
    <svg
      viewBox={`0 0 ${PANE_WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      width="100%"
      height={HEIGHT}
      role="img"
      aria-label={`${counted(count, 'hit')} over ${counted(length / bar, 'bar')}`}
      style={{ display: 'block', flex: 'none', overflow: 'visible' }}
    >
      <Silence from={xOf(length - silence)} />
      {silence > 0 && (
        <text
          x={xOf(length - silence / 2)}
          y={60}
          fontSize={TEXT.small}
          textAnchor="middle"
          fill={color('soft')}
        >
          silence
        </text>
      )}
      {Array.from({ length: Math.ceil(length / bar) }, (_, i) => (
        <g key={i}>
          <path d={`M${xOf(i * bar)} 0V${HEIGHT}`} stroke={color('strong')} />
          <text x={xOf(i * bar) + 5} y={12} fontSize={TEXT.fine} fontWeight={600} fill={color('ink')}>
            Bar {i + 1}
          </text>
        </g>
      ))}
      {recipe.riser !== undefined && (
        <path
          d={`M0 ${BASE}L${xOf(length - silence)} 24V${BASE}Z`}
          fill={familyColor('percussion')}
          fillOpacity={0.14}
        />
      )}
      <path d={`M0 ${BASE}H${PANE_WIDTH}`} stroke={color('line')} />
      {toneFrom !== null && (
        <path d={`M${xOf(toneFrom)} 18V${BASE}`} stroke={color('warn')} strokeDasharray="3 4" />
      )}
      <FamilyStems
        stemsOf={(family) =>
          sounding
            .filter((hit) => voice(hit.voice)?.family === family)
            .map((hit) => {
              const own = stream.includes(hit.voice);
              const height = own ? 6 + (hit.velocity / 127) * 50 : 4 + (hit.velocity / 127) * 6;
              return { x: xOf(hit.at), base: own ? BASE : UNDER, height, origin: hit.origin };
            })
        }
      />
    </svg>
  );
}
