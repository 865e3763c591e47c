import { Typography } from '@mui/material';
import type { LaidClip, LaidTrack, Rack } from '@plucky/core/midi';
import type { Family } from '@plucky/core/song';
import { memo } from 'react';
import { color, familyColor, TEXT } from '../../../shared/ui/tokens.ts';

/** Height of a track and of a clip's title, in px. */
export const TRACK = 62;
const TITLE = 16;
/** Share of its row for a drum's stroke, and largest height of a note's bar, in px. */
const STROKE_SHARE = 0.8;
const THICKEST = 4;
/** The longest that a note is drawn, in px, so that each is told from the next. */
const LONGEST = 24;
/** The narrowest clip whose name is shown. */
const NAMED = 34;

/** The clips of a track, drums as strokes in the colours of their sounds, notes as bars. */
export const TrackClips = memo(function TrackClips({
  track,
  top,
  scale,
  brought,
  rack,
}: {
  track: LaidTrack;
  top: number;
  /** Px a tick. */
  scale: number;
  /** Words for the files that the newest hand-off brought. */
  brought: ReadonlyMap<string, string>;
  rack: Rack;
}) {
  const notes = [...new Set(track.clips.flatMap((clip) => clip.notes.map(({ note }) => note)))].sort(
    (a, b) => b - a,
  );
  const row = (TRACK - TITLE - 8) / Math.max(1, notes.length);
  const rows = new Map(
    notes.map((note, i): [number, Row] => [
      note,
      { y: top + TITLE + 4 + (i + 0.5) * row, height: row, family: rack.voiceOf(track.id, note).family },
    ]),
  );
  return track.clips.map((clip) => (
    <ClipShape
      key={`${clip.file} ${clip.start}`}
      clip={clip}
      rows={rows}
      top={top}
      scale={scale}
      brought={brought.get(clip.file)}
    />
  ));
});

/** Height of a note, in px, and its sound. */
interface Row {
  readonly y: number;
  readonly height: number;
  readonly family: Family;
}

function ClipShape({
  clip,
  rows,
  top,
  scale,
  brought,
}: {
  clip: LaidClip;
  rows: ReadonlyMap<number, Row>;
  top: number;
  scale: number;
  brought: string | undefined;
}) {
  const { file, name, start, length } = clip;
  const [x, width] = [start * scale + 1, Math.max(3, length * scale - 2)];
  return (
    <g data-clip={file} data-new={brought !== undefined}>
      <title>{brought ? `${name}, ${brought}` : name}</title>
      <rect
        x={x}
        y={top}
        width={width}
        height={TRACK}
        rx={6}
        fill={color('page')}
        stroke={color(brought ? 'warn' : 'strong')}
        strokeWidth={brought ? 2 : 1}
      />
      {marksOf(clip, rows, scale).map(({ family, path, thick }) => (
        <path key={family} d={path} stroke={familyColor(family)} strokeWidth={thick} />
      ))}
      {width > NAMED && (
        <foreignObject x={x + 5} y={top + 1} width={width - 8} height={TITLE}>
          <Typography noWrap sx={{ fontSize: TEXT.tiny, fontWeight: 600, lineHeight: `${TITLE}px` }}>
            {name}
            {brought && <span style={{ color: color('warn') }}> · {brought}</span>}
          </Typography>
        </foreignObject>
      )}
    </g>
  );
}

/** The notes of a clip as one path for each family. */
function marksOf({ notes }: LaidClip, rows: ReadonlyMap<number, Row>, scale: number) {
  const paths = new Map<Family, string[]>();
  let thick = THICKEST;
  for (const { tick, length, note } of notes) {
    const row = rows.get(note);
    if (!row) continue;
    const path = paths.get(row.family) ?? [];
    paths.set(row.family, path);
    const x = tick * scale;
    if (row.family === 'note') {
      thick = Math.max(1.5, Math.min(THICKEST, row.height - 1));
      path.push(`M${px(x)} ${px(row.y)}h${px(Math.max(1.5, Math.min(length * scale - 1, LONGEST)))}`);
    } else {
      const height = Math.max(2, row.height * STROKE_SHARE);
      path.push(`M${px(x + 1)} ${px(row.y - height / 2)}v${px(height)}`);
    }
  }
  return [...paths].map(([family, path]) => ({
    family,
    path: path.join(''),
    thick: family === 'note' ? thick : 1.2,
  }));
}

/** To a tenth, which is all that is seen. */
const px = (n: number) => Math.round(n * 10) / 10;
