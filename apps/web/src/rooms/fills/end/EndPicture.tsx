import { Box, Typography } from '@mui/material';
import { resolve } from '@plucky/core/pattern';
import {
  type Id,
  indexOf,
  type Pattern,
  type ResolvedHit,
  type SongDocument,
  type Voice,
  withRecord,
} from '@plucky/core/song';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { stemPaths, Stems } from '../../../shared/ui/stems.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';

const [WIDTH, ROW, BASE] = [1000, 44, 38];

/** The end of a groove row by row: what still sounds solid, what falls silent dashed; a press on a row's name takes part. */
export function EndPicture({
  document,
  pattern,
  from,
  bar,
  rows,
  rowTitle,
  onRow,
}: {
  document: SongDocument;
  /** The pattern of the end, which need not be in the song yet. */
  pattern: Pattern;
  /** Start of the draft, in ticks. */
  from: number;
  bar: number;
  /** The rows that take part; null where rows are not chosen. */
  rows: ReadonlySet<Id> | null;
  rowTitle: (voice: Voice) => string;
  onRow: (voice: Id) => void;
}) {
  const { part, length } = pattern;
  const { hits } = resolve(withRecord(document, pattern), pattern.id);
  const played = new Set(hits.map((hit) => hit.voice));
  const voices = indexOf(document)
    .voicesOf(part)
    .filter((voice) => played.has(voice.id) || rows?.has(voice.id));
  const xOf = (tick: number) => (tick / length) * WIDTH;
  const bars = Array.from({ length: Math.ceil(length / bar) }, (_, i) => xOf(i * bar));
  return (
    <Box role="group" aria-label="The end of the groove" sx={{ display: 'grid', gap: '2px' }}>
      <Box
        aria-hidden
        sx={{ position: 'relative', height: 16, ml: '126px', fontSize: TEXT.fine, fontWeight: 600 }}
      >
        {bars.map((x, i) => (
          <Box
            key={x}
            component="span"
            sx={{ position: 'absolute', left: `${(x / WIDTH) * 100}%`, pl: 0.75 }}
          >
            Bar {i + 1}
          </Box>
        ))}
      </Box>
      {voices.map((voice) => (
        <Box
          key={voice.id}
          sx={{ display: 'grid', gridTemplateColumns: '118px minmax(0, 1fr)', alignItems: 'center', gap: 1 }}
        >
          {rows ? (
            <Choice chosen={rows.has(voice.id)} title={rowTitle(voice)} onClick={() => onRow(voice.id)}>
              {voice.name}
            </Choice>
          ) : (
            <Typography component="span" noWrap sx={{ fontSize: TEXT.control }}>
              {voice.name}
            </Typography>
          )}
          <RowPicture
            voice={voice}
            hits={hits.filter((hit) => hit.voice === voice.id)}
            xOf={xOf}
            from={from}
            bars={bars}
          />
        </Box>
      ))}
    </Box>
  );
}

function RowPicture({
  voice,
  hits,
  xOf,
  from,
  bars,
}: {
  voice: Voice;
  hits: readonly ResolvedHit[];
  xOf: (tick: number) => number;
  from: number;
  bars: readonly number[];
}) {
  const sounding = hits.filter((hit) => hit.origin !== 'silenced').length;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${ROW}`}
      preserveAspectRatio="none"
      width="100%"
      height={ROW}
      role="img"
      aria-label={`${voice.name}: ${sounding} sound, ${hits.length - sounding} silent`}
      style={{
        display: 'block',
        background: color('page'),
        borderRadius: 8,
        border: `1px solid ${color('line')}`,
      }}
    >
      <rect x={xOf(from)} y={0} width={WIDTH - xOf(from)} height={ROW} fill={color('build')} />
      {bars.map((x) => (
        <path key={x} d={`M${x} 0V${ROW}`} stroke={color('strong')} />
      ))}
      <Stems
        family={voice.family}
        {...stemPaths(
          voice.family,
          hits.map((hit) => ({
            x: xOf(hit.at) + 8,
            base: BASE,
            height: 6 + (hit.velocity / 127) * 18,
            origin: hit.origin,
          })),
        )}
      />
    </svg>
  );
}
