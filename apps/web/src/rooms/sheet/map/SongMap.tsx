import { styled } from '@mui/material';
import { densities } from '@plucky/core/play';
import type { SongDocument } from '@plucky/core/song';
import { counted, figure } from '@plucky/core/time';
import { useDeferredValue, useMemo, useRef } from 'react';
import { roleTint } from '../../../shared/ui/role-tint.ts';
import { letterOf } from '../../../shared/ui/section-letter.ts';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { FormViewProps, SheetView } from '../form-view.ts';
import type { LineOfSheet } from '../sheet-lines.ts';
import { barsOf } from './scale.ts';
import { tempoLine } from './tempo-line.ts';
import { useFrame } from './useFrame.ts';

/** Height of the map, and of the letters at its top, in px. */
const [HEIGHT, LETTERS] = [30, 15];

/**
 * The whole song at any length: its sections to scale, its hits a beat as a line, its tempos as a dotted one where they change,
 * and what is in view as a frame that is dragged; a press brings that place into view.
 */
export function SongMap({
  document,
  places,
  lines,
  scroller,
}: Pick<FormViewProps, 'document' | 'places'> & SheetView) {
  const frame = useRef<HTMLDivElement>(null);
  const handlers = useFrame({ frame, scroller, lines, places });
  const bars = barsOf(places);
  // The line is worked out once the song is painted, also when the sheet is opened.
  const measured = useDeferredValue(document, null);
  const energy = useMemo(() => (measured ? energyPath(measured, lines, bars) : ''), [measured, lines, bars]);
  const tempos = useMemo(
    () => (measured ? tempoLine(measured, places, bars) : null),
    [measured, places, bars],
  );
  if (places.length < 2 && !tempos) return null;
  return (
    <Strip
      role="img"
      aria-label={`Map of the song: ${counted(places.length, 'section')} over ${counted(bars, 'bar')}${tempos ? `, ${tempos.words}` : ''}`}
      title={tempos ? `Dotted: the tempo, ${tempos.words}` : undefined}
      {...handlers}
    >
      {places.map(({ occurrence, section, firstBar, lasts }) => (
        <Part
          key={occurrence.id}
          style={{ ...placed(firstBar - 1, lasts, bars), background: roleTint(section.role) }}
        >
          {letterOf(section.name)}
          {section.tempo && ` ${figure(section.tempo.to)}`}
        </Part>
      ))}
      <svg width="100%" height={HEIGHT - LETTERS} viewBox={`0 0 ${bars} 1`} preserveAspectRatio="none">
        <path
          d={energy}
          fill="none"
          stroke={color('soft')}
          strokeWidth={1.5}
          vectorEffect="non-scaling-stroke"
        />
        {tempos && (
          <path
            d={tempos.path}
            fill="none"
            stroke={color('plum')}
            strokeWidth={1.5}
            strokeDasharray="2 2"
            vectorEffect="non-scaling-stroke"
          />
        )}
      </svg>
      <Frame ref={frame} />
    </Strip>
  );
}

function placed(from: number, lasts: number, bars: number) {
  return { left: `${(from / bars) * 100}%`, width: `${(lasts / bars) * 100}%` };
}

/** Hits a beat of each line beside the fullest one, as steps over the bars of the song. */
function energyPath(document: SongDocument, lines: readonly LineOfSheet[], bars: number): string {
  const density = densities(document);
  const values = lines.map(({ place, nth }) => density.get(place.occurrence.id)?.[nth] ?? 0);
  const most = Math.max(1, ...values);
  return lines
    .map(({ bar }, i) => {
      const y = 1 - ((values[i] ?? 0) / most) * 0.9;
      const end = lines[i + 1]?.bar ?? bars + 1;
      return `${i ? 'L' : 'M'}${bar - 1} ${y}H${end - 1}`;
    })
    .join('');
}

const Strip = styled('div')({
  position: 'relative',
  height: HEIGHT,
  borderRadius: 6,
  overflow: 'hidden',
  border: `1px solid ${color('line')}`,
  background: color('page'),
  cursor: 'pointer',
  touchAction: 'none',
  '& svg': { position: 'absolute', left: 0, bottom: 0 },
});

const Part = styled('div')({
  position: 'absolute',
  top: 0,
  bottom: 0,
  paddingLeft: 3,
  overflow: 'hidden',
  borderLeft: `1px solid ${color('line')}`,
  fontSize: TEXT.tiny,
  lineHeight: `${LETTERS}px`,
  color: color('soft'),
  whiteSpace: 'nowrap',
});

const Frame = styled('div')({
  position: 'absolute',
  top: 0,
  bottom: 0,
  minWidth: 4,
  border: `1.5px solid ${color('plum')}`,
  borderRadius: 5,
  cursor: 'grab',
});
