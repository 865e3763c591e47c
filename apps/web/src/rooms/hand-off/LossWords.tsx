import { Box, Typography } from '@mui/material';
import { leavingRegions, leavingTimeline, lossesOf } from '@plucky/core/midi';
import { type ExportOptions, type Id, indexOf, type SongDocument } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { useMemo } from 'react';
import { color, TEXT } from '../../shared/ui/tokens.ts';

/** Number of bars named before the rest is only counted. */
const NAMED = 6;

/** Losses of the song in its files, in words, each with a remedy. Nothing where the files hold it all. */
export function LossWords({
  document,
  options,
  leaving,
}: {
  document: SongDocument;
  options: ExportOptions;
  /** The regions that leave. */
  leaving: ReadonlySet<Id>;
}) {
  const words = useMemo(() => lossWords(document, options, leaving), [document, options, leaving]);
  if (!words.length) return null;
  return (
    <Box
      component="ul"
      aria-label="What the files cannot hold"
      sx={{ m: 0, mb: 1.5, pl: 2.25, color: color('warn'), maxWidth: 760 }}
    >
      {words.map((text) => (
        <Typography key={text} component="li" sx={{ fontSize: TEXT.plain }}>
          {text}
        </Typography>
      ))}
    </Box>
  );
}

function lossWords(document: SongDocument, options: ExportOptions, leaving: ReadonlySet<Id>): string[] {
  const { voice } = indexOf(document);
  const timeline = leavingTimeline(document, { kind: 'song' }, options);
  const { shared, lanes, strokes } = lossesOf(document, timeline, options);
  const graces = leavingRegions(document, options, leaving).reduce(
    (sum, { scope }) => sum + leavingTimeline(document, scope, options).dropped,
    0,
  );
  return [
    ...shared.map(({ rows, note, hits, bars }) => {
      const both = rows.map((id) => voice(id)?.name ?? id).join(' and ');
      return `${both} share note ${note} and fall together ${counted(hits, 'time')}, where only the louder leaves: ${barsInWords(bars)}. A note of its own in the kit, or notes that rise, keep them apart.`;
    }),
    ...(graces
      ? [
          `${counted(graces, 'grace stroke')} before the first beat of a file ${graces === 1 ? 'is' : 'are'} left out. Files that begin a beat early keep them.`,
        ]
      : []),
    ...(strokes
      ? [
          `${counted(strokes, 'stroke')} ${strokes === 1 ? 'is' : 'are'} panned or tuned by ${strokes === 1 ? 'itself' : 'themselves'} here. A note of a drum names the drum and nothing else, so ${strokes === 1 ? 'it leaves as a plain one' : 'they leave as plain ones'}. ${
            options.tracks === 'voice'
              ? 'No channel is left for more drums, or a build-up moves theirs.'
              : 'With a track per drum they leave panned and tuned, on channels of their own.'
          }`,
        ]
      : []),
    ...lanes.map(
      ([one, other]) =>
        `${one.name} and ${other.name} share channel ${one.channel + 1} and sound at once, so that each moves the other’s notes.`,
    ),
  ];
}

function barsInWords(bars: readonly number[]): string {
  const named = bars.slice(0, NAMED).join(', ');
  const more = bars.length - NAMED;
  return `${bars.length === 1 ? 'bar' : 'bars'} ${named}${more > 0 ? ` and ${more} more` : ''}`;
}
