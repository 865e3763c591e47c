import { useDroppable } from '@dnd-kit/core';
import { Box, Typography } from '@mui/material';
import { occurrencePlaces, type PhraseEnd, phraseEnds, phraseKey, sectionLength } from '@plucky/core/form';
import type { SongDocument } from '@plucky/core/song';
import { counted, plural } from '@plucky/core/time';
import { useMemo } from 'react';
import { STEP, stepMarked } from '../../../shared/keys/step-marked.ts';
import { roleTint } from '../../../shared/ui/role-tint.ts';
import { letterOf } from '../../../shared/ui/section-letter.ts';
import { color, SERIF, TEXT } from '../../../shared/ui/tokens.ts';

/** Kind of what is dragged onto an end. */
export const TO_AN_END = 'fill';

/** Share of the form from which a section has room for its name. */
const NAMED = 0.08;

/** The end of a phrase with the key of its place. */
export interface MarkedEnd extends PhraseEnd {
  readonly key: string;
}

/** The ends of the song's phrases in their order. */
export function useEnds(document: SongDocument): readonly MarkedEnd[] {
  return useMemo(() => phraseEnds(document).map((one) => ({ ...one, key: phraseKey(one) })), [document]);
}

/** The form as a strip with a mark at each end of a phrase: a fill is let go there, or sent to the one that is marked. */
export function FormStrip({
  document,
  ends,
  marked,
  onMark,
}: {
  document: SongDocument;
  ends: readonly MarkedEnd[];
  /** Key of the end that is marked; null where another kind of place is. */
  marked: string | null;
  onMark: (key: string) => void;
}) {
  const places = occurrencePlaces(document);
  const whole = places.reduce((sum, { section }) => sum + sectionLength(section), 0);
  const free = ends.filter(({ isBare }) => isBare).length;
  if (!places.length) return null;
  return (
    <Box sx={{ display: 'grid', gap: 0.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, flexWrap: 'wrap' }}>
        <Typography component="h3" sx={{ fontSize: TEXT.control, fontWeight: 600 }}>
          Drag a fill to where it goes
        </Typography>
        <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
          {counted(free, 'phrase')} {plural(free, 'has', 'have')} no fill
        </Typography>
      </Box>
      <Box
        role="listbox"
        aria-label="Ends of phrases"
        data-keys="room"
        onKeyDown={stepMarked}
        sx={{ display: 'flex', gap: '4px', height: 54 }}
      >
        {places.map(({ occurrence, section }) => (
          <Box
            key={occurrence.id}
            role="group"
            aria-label={section.name}
            sx={{
              position: 'relative',
              flex: `${sectionLength(section)} 1 0`,
              minWidth: 0,
              border: `1px solid ${color('strong')}`,
              borderRadius: '7px',
              background: roleTint(section.role),
            }}
          >
            <Box
              component="span"
              sx={{
                position: 'absolute',
                left: 5,
                top: 2,
                right: 2,
                overflow: 'hidden',
                whiteSpace: 'nowrap',
                fontFamily: SERIF,
                fontSize: TEXT.tiny,
                fontWeight: 600,
              }}
            >
              {sectionLength(section) >= NAMED * whole ? section.name : letterOf(section.name)}
            </Box>
            {ends
              .filter((one) => one.occurrence === occurrence.id)
              .map((one) => (
                <EndMark
                  key={one.key}
                  end={one}
                  isMarked={one.key === marked}
                  left={one.end / Math.max(1, sectionLength(section))}
                  onMark={onMark}
                />
              ))}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function EndMark({
  end: { key, phrase, section, isBare },
  isMarked,
  left,
  onMark,
}: {
  end: MarkedEnd;
  isMarked: boolean;
  /** Its place in the section, from 0 to 1. */
  left: number;
  onMark: (key: string) => void;
}) {
  const name = `end of phrase ${phrase + 1} of ${section.name}`;
  const { setNodeRef, isOver } = useDroppable({ id: key, data: { kind: TO_AN_END, name, value: key } });
  const lit = isMarked || isOver;
  return (
    <Box
      ref={setNodeRef}
      role="option"
      {...STEP}
      aria-selected={isMarked}
      aria-label={`${name}, ${isBare ? 'no fill' : 'has a fill'}`}
      title={`${section.name}, phrase ${phrase + 1}: ${isBare ? 'no fill' : 'has a fill'}`}
      tabIndex={isMarked ? 0 : -1}
      onClick={() => onMark(key)}
      sx={{
        position: 'absolute',
        right: `calc(${(1 - left) * 100}% + 3px)`,
        bottom: 4,
        width: 16,
        height: 24,
        display: 'grid',
        placeItems: 'center',
        cursor: 'pointer',
        borderRadius: '5px',
        outline: lit ? `2px solid ${color('plum')}` : 'none',
        '&::before': {
          content: '""',
          width: 10,
          height: 18,
          borderRadius: '3px',
          border: isBare ? `1.5px dashed ${color('plum')}` : `1.5px solid ${color('tom')}`,
          background: isBare ? 'transparent' : color('tom'),
        },
      }}
    />
  );
}
