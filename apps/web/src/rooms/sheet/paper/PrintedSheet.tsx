import { GlobalStyles } from '@mui/material';
import { occurrencePlaces } from '@plucky/core/form';
import { counted, figure, meterName } from '@plucky/core/time';
import { type CSSProperties, useEffect, useState } from 'react';
import { createPortal, flushSync } from 'react-dom';
import { useSong, useSongRecord } from '../../../document/context.tsx';
import { Miniature } from '../../../shared/ui/Miniature.tsx';
import { slotTint } from '../../../shared/ui/SlotPiece.tsx';
import { SERIF, TOKENS } from '../../../shared/ui/tokens.ts';
import { linesOfSheet } from '../sheet-lines.ts';
import { faceOf } from '../slot-face.ts';

/** Height of a slot's hits, in px. */
const HITS = 26;

/** Paper is light, whatever the page is. */
const ON_PAPER = Object.fromEntries(
  Object.entries(TOKENS.light).map(([name, value]) => [`--${name}`, value]),
) as CSSProperties;

/** Only the sheet is printed, all of it, on whatever paper there is. */
const STYLES = {
  '@page': { margin: '14mm' },
  '.printed': { display: 'none' },
  '@media print': {
    'body > *:not(.printed)': { display: 'none !important' },
    'html, body': {
      height: 'auto !important',
      overflow: 'visible !important',
      background: 'none !important',
    },
    '.printed': { display: 'block', color: 'var(--ink)', fontSize: 11, printColorAdjust: 'exact' },
  },
  '.printed h1': { fontFamily: SERIF, fontSize: 24, margin: 0 },
  '.printed h2': { fontFamily: SERIF, fontSize: 15, margin: '12px 0 4px', breakAfter: 'avoid' },
  '.printed h2 small, .printed .about': { fontWeight: 400, fontSize: 10.5, color: 'var(--soft)' },
  '.printed .row': { display: 'flex', alignItems: 'stretch', breakInside: 'avoid', marginBottom: 5 },
  '.printed .number': { width: 26, flex: 'none', color: 'var(--faint)', fontSize: 10 },
  '.printed .slots': { position: 'relative', flex: 1, height: HITS + 20 },
  '.printed .slot': {
    position: 'absolute',
    height: '100%',
    boxSizing: 'border-box',
    overflow: 'hidden',
    border: '1px solid var(--strong)',
    borderRadius: 6,
  },
  '.printed .name': {
    fontWeight: 600,
    padding: '1px 5px',
    height: 16,
    whiteSpace: 'nowrap',
    overflow: 'hidden',
    textOverflow: 'ellipsis',
  },
  '.printed .name small': { fontWeight: 400, fontSize: 10, color: 'var(--soft)' },
} as const;

/** The whole sheet as it is printed: drawn while the browser prints, and by any way of asking it to. */
export function PrintedSheet() {
  const [isPrinting, setIsPrinting] = useState(false);
  useEffect(() => {
    // The browser takes its picture as soon as this returns.
    const begin = () => flushSync(() => setIsPrinting(true));
    const end = () => setIsPrinting(false);
    window.addEventListener('beforeprint', begin);
    window.addEventListener('afterprint', end);
    return () => {
      window.removeEventListener('beforeprint', begin);
      window.removeEventListener('afterprint', end);
    };
  }, []);
  return (
    <>
      <GlobalStyles styles={STYLES} />
      {isPrinting && createPortal(<Pages />, document.body)}
    </>
  );
}

function Pages() {
  const song = useSong();
  const { name, tempo, meter, key, swing } = useSongRecord();
  const places = occurrencePlaces(song);
  const lines = linesOfSheet(song, places);
  const bars = places.reduce((sum, place) => sum + place.bars, 0);
  return (
    <div className="printed" style={ON_PAPER}>
      <h1>{name}</h1>
      <div className="about">
        {figure(tempo)} bpm · {meterName(meter)} · {key.tonic} {key.scale}
        {swing.amount > 50 && ` · swing ${swing.amount} %`} · {counted(bars, 'bar')}
      </div>
      {places.map((place) => (
        <section key={place.occurrence.id}>
          <h2>
            {place.section.name}{' '}
            <small>
              {place.section.role}, {counted(place.bars / place.occurrence.times, 'bar')}
              {place.occurrence.times > 1 && `, ${place.occurrence.times} times`}
            </small>
          </h2>
          {lines
            .filter((line) => line.place === place)
            .map((line) => (
              <PrintedLine key={line.nth} line={line} />
            ))}
        </section>
      ))}
    </div>
  );
}

function PrintedLine({
  line: { place, line, bar, full },
}: {
  line: ReturnType<typeof linesOfSheet>[number];
}) {
  const song = useSong();
  const { occurrence, section } = place;
  if (!line) return null;
  return (
    <div className="row">
      <div className="number">{figure(bar)}</div>
      <div className="slots">
        {line.pieces.map((piece) => {
          const face = faceOf(song, { occurrence, section, start: line.start }, piece);
          return (
            <div
              key={`${piece.slot.id} ${piece.inSlot}`}
              className="slot"
              style={{
                left: `${(piece.onLine / full) * 100}%`,
                width: `calc(${(piece.length / full) * 100}% - 3px)`,
                background: slotTint(face.role),
              }}
            >
              <div className="name">
                {face.title}{' '}
                <small>{[face.others && `+ ${face.others}`, face.words].filter(Boolean).join(' · ')}</small>
              </div>
              <Miniature marks={face.marks} height={HITS} barShares={face.barShares} />
            </div>
          );
        })}
      </div>
    </div>
  );
}
