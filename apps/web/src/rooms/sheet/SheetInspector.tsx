import { Box, Typography } from '@mui/material';
import { indexOf } from '@plucky/core/song';
import { memo, useMemo } from 'react';
import { useSong } from '../../document/context.tsx';
import { useSessionFields } from '../../session/store.ts';
import { useCalm } from '../../shared/ui/calm.ts';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { chosenSections } from './chosen-sections.ts';
import { type ChosenSlot, chosenSlots } from './chosen-slots.ts';
import { SectionSettings } from './SectionSettings.tsx';
import { SlotSettings } from './SlotSettings.tsx';
import { StretchSettings } from './StretchSettings.tsx';

/** Inspector of the sheet: the chosen slots, and the section of one of them. */
export const SheetInspector = memo(function SheetInspector() {
  const now = useSong();
  const pressed = useSessionFields('slot', 'slots', 'occurrence', 'occurrences');
  // A press on the sheet is painted before its words here.
  const [{ document, choice }, near] = useCalm(
    useMemo(() => ({ document: now, choice: pressed }), [now, pressed]),
  );
  const chosen = useMemo(() => chosenSlots(document, choice), [document, choice]);
  const { song, section: sectionOf } = indexOf(document);
  const occurrence = song.form.find((one) => one.id === choice.occurrence);
  const sections = useMemo(() => chosenSections(document, choice), [document, choice]);
  const section = occurrence && sectionOf(occurrence.section);
  return (
    <Box
      component="aside"
      aria-label="What is chosen"
      {...near}
      sx={{ overflow: 'auto', borderLeft: `1px solid ${color('line')}`, p: 2, pt: 1.5 }}
    >
      {hasSome(chosen) && <SlotSettings document={document} chosen={chosen} />}
      {sections.length > 1 && <StretchSettings document={document} chosen={sections} />}
      {section && sections.length < 2 && (
        <SectionSettings document={document} occurrence={occurrence} section={section} />
      )}
      {!section && (
        <Typography sx={{ fontSize: TEXT.control, color: color('soft') }}>
          {song.form.length
            ? 'Choose a slot to say what plays in it, or a section to repeat or move it.'
            : 'What you choose on the sheet is set here.'}
        </Typography>
      )}
    </Box>
  );
});

function hasSome(chosen: readonly ChosenSlot[]): chosen is readonly [ChosenSlot, ...ChosenSlot[]] {
  return chosen.length > 0;
}
