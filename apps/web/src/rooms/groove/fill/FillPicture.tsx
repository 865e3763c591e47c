import { FAMILIES, indexOf, resolve, type Family, type SongDocument } from '@plucky/core';
import { stemPaths, Stems } from '../../../ui/stems.tsx';
import { color } from '../../../ui/tokens.ts';

const [WIDTH, HEIGHT, PAD] = [216, 104, 8];

/** How high a family's stems stand in the picture, as shares of it. */
const BASE: Readonly<Record<Family, number>> = {
  cymbal: 0.34,
  hat: 0.4,
  percussion: 0.52,
  tom: 0.62,
  snare: 0.78,
  note: 0.7,
  kick: 0.98,
};

/** A fill with its stems, the stretch that it takes over tinted. */
export function FillPicture({
  document,
  pattern,
  takeOver,
}: {
  document: SongDocument;
  pattern: string;
  takeOver: number;
}) {
  const index = indexOf(document);
  const { hits, pattern: fill } = resolve(document, pattern);
  const xOf = (tick: number) => PAD + (tick / fill.length) * (WIDTH - 2 * PAD);
  const sounding = hits.filter((hit) => hit.origin !== 'silenced');
  const count = sounding.filter((hit) => hit.origin === 'own').length;
  const quarters = takeOver / 960;
  return (
    <figure style={{ margin: 0 }}>
      <svg
        width="100%"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`The fill: ${count} hits of its own`}
        style={{ border: `1px solid ${color('line')}`, borderRadius: 10, background: color('page') }}
      >
        <rect
          x={xOf(fill.length - takeOver) - 4}
          y={4}
          width={xOf(fill.length) - xOf(fill.length - takeOver) + 4}
          height={HEIGHT - 8}
          rx={8}
          fill={color('fill')}
        />
        {FAMILIES.map((family) => (
          <Stems
            key={family}
            family={family}
            {...stemPaths(
              family,
              sounding
                .filter((hit) => index.voice(hit.voice)?.family === family)
                .map((hit) => ({
                  x: xOf(hit.at),
                  base: BASE[family] * (HEIGHT - 6),
                  height: 4 + (hit.velocity / 127) * 20,
                  origin: hit.origin,
                })),
            )}
          />
        ))}
      </svg>
      <figcaption style={{ fontSize: 12.5, color: color('soft') }}>
        {count} hits, {(count / quarters).toFixed(1)} a quarter note
      </figcaption>
    </figure>
  );
}
