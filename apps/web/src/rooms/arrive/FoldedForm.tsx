import { Box, Typography } from '@mui/material';
import {
  lineLength,
  type OccurrencePlace,
  occurrencePlaces,
  phraseLines,
  playedSlots,
  SECTION_NAMES,
} from '@plucky/core/form';
import type { Section, SectionRole, SongDocument } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { memo } from 'react';
import { NameField } from '../../shared/ui/NameField.tsx';
import { Select } from '../../shared/ui/Select.tsx';
import { SlotPiece, slotRole, slotTint } from '../../shared/ui/SlotPiece.tsx';
import { color, SERIF, TEXT } from '../../shared/ui/tokens.ts';

const ROLES = Object.entries(SECTION_NAMES).map(([value, label]) => ({ value: value as SectionRole, label }));
/** Height of a line of the form, in px, and number of sections drawn; the rest is counted. */
const [LINE, DRAWN] = [26, 40];

/** The form of a proposal, found by what repeats or by the file's markers; what a section is can be changed. */
export const FoldedForm = memo(function FoldedForm({
  document,
  onName,
}: {
  document: SongDocument;
  onName: (section: string, fields: Partial<Pick<Section, 'name' | 'role'>>) => void;
}) {
  const places = occurrencePlaces(document);
  const seen = new Set<string>();
  return (
    <Box component="section" aria-label="The form">
      <Typography sx={{ fontSize: TEXT.plain, color: color('soft'), mb: 0.75 }}>The form</Typography>
      {places.slice(0, DRAWN).map((place) => {
        const isAgain = seen.has(place.section.id);
        seen.add(place.section.id);
        return (
          <FoundSection
            key={place.occurrence.id}
            document={document}
            place={place}
            isAgain={isAgain}
            onName={onName}
          />
        );
      })}
      {places.length > DRAWN && (
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
          and {counted(places.length - DRAWN, 'more section')}
        </Typography>
      )}
    </Box>
  );
});

function FoundSection({
  document,
  place: { occurrence, section, firstBar, bars },
  isAgain,
  onName,
}: {
  document: SongDocument;
  place: OccurrencePlace;
  /** True for one that was drawn before. */
  isAgain: boolean;
  onName: (section: string, fields: Partial<Pick<Section, 'name' | 'role'>>) => void;
}) {
  const full = lineLength(document, section);
  const { times } = occurrence;
  return (
    <Box sx={{ mb: 1.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mb: 0.5 }}>
        {isAgain ? (
          <Typography
            component="h3"
            noWrap
            sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.name, px: '4px' }}
          >
            {section.name}
          </Typography>
        ) : (
          <NameField
            label={`Name of ${section.name}`}
            value={section.name}
            size={TEXT.name}
            onChange={(name) => onName(section.id, { name })}
          />
        )}
        <Typography noWrap sx={{ fontSize: TEXT.note, color: color('soft'), flex: 1 }}>
          {isAgain ? 'again, ' : ''}from bar {firstBar}, {counted(bars / times, 'bar')}
          {times > 1 ? `, ${times} times` : ''}
        </Typography>
        {!isAgain && (
          <Select<SectionRole>
            label={`What ${section.name} is`}
            bare
            value={section.role}
            options={ROLES}
            onChange={(role) => onName(section.id, { role })}
            sx={{ '& .MuiSelect-select': { py: 0.25, fontSize: TEXT.note } }}
          />
        )}
      </Box>
      {!isAgain &&
        phraseLines(document, section, playedSlots(document, section)).map((line) => (
          <Box key={line.start} sx={{ display: 'flex', gap: '4px', mb: '4px' }}>
            {line.pieces.map((piece) => (
              <Box
                key={`${piece.slot.id} ${piece.inSlot}`}
                sx={{
                  width: `${(piece.length / full) * 100}%`,
                  border: `1px solid ${color('line')}`,
                  borderRadius: '6px',
                  overflow: 'hidden',
                  background: slotTint(slotRole(document, piece.slot)),
                }}
              >
                <SlotPiece
                  document={document}
                  place={{ occurrence, section, start: line.start }}
                  piece={piece}
                  height={LINE}
                />
              </Box>
            ))}
          </Box>
        ))}
    </Box>
  );
}
