import { Box } from '@mui/material';
import { lineLength, occurrencePlaces, phraseLines, playedSlots } from '@plucky/core/form';
import type { SongDocument } from '@plucky/core/song';
import { Fragment } from 'react';
import { SlotPiece } from './SlotPiece.tsx';
import { color, SERIF, TEXT } from './tokens.ts';

/** The whole form in small, a line a phrase. */
export function FormThumbnail({ document }: { document: SongDocument }) {
  const places = occurrencePlaces(document);
  if (!places.length)
    return (
      <Box sx={{ color: color('faint'), fontSize: TEXT.plain, pt: 2 }}>
        Only patterns so far, no section yet.
      </Box>
    );
  const lines = places.reduce((sum, { section }) => sum + phraseLines(document, section).length, 0);
  const height = Math.max(7, Math.min(24, Math.floor((296 - places.length * 4) / Math.max(1, lines)) - 3));
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '64px 1fr', columnGap: 1, rowGap: '3px' }}>
      {places.map(({ occurrence, section }) => {
        const full = lineLength(document, section);
        return (
          <Fragment key={occurrence.id}>
            {phraseLines(document, section, playedSlots(document, section)).map((line, i) => (
              <Fragment key={line.start}>
                <Box
                  sx={{
                    fontFamily: SERIF,
                    fontSize: TEXT.tiny,
                    fontWeight: 600,
                    lineHeight: `${height}px`,
                    whiteSpace: 'nowrap',
                    // Lines may be lower than letters.
                    overflowX: 'clip',
                    textOverflow: 'ellipsis',
                    mt: i === 0 ? '4px' : 0,
                  }}
                >
                  {i === 0 ? section.name : ''}
                </Box>
                <Box sx={{ display: 'flex', gap: '3px', mt: i === 0 ? '4px' : 0 }}>
                  {line.pieces.map((piece) => (
                    <Box
                      key={`${piece.slot.id} ${piece.inSlot}`}
                      sx={{
                        width: `${(piece.length / full) * 100}%`,
                        borderRadius: '3px',
                        overflow: 'hidden',
                        background: color('paper'),
                      }}
                    >
                      <SlotPiece
                        document={document}
                        place={{ occurrence, section, start: line.start }}
                        piece={piece}
                        height={height}
                      />
                    </Box>
                  ))}
                </Box>
              </Fragment>
            ))}
          </Fragment>
        );
      })}
    </Box>
  );
}
