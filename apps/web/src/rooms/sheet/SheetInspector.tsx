import { Box, Typography } from '@mui/material';
import { indexOf } from '@plucky/core';
import { useSong } from '../../document/context.tsx';
import { useSessionFields } from '../../session/store.ts';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { chosenSlots } from './chosen-slots.ts';
import { SectionSettings } from './SectionSettings.tsx';
import { SlotSettings } from './SlotSettings.tsx';

/** What is chosen on the sheet: a slot and its section. */
export function SheetInspector() {
  const document = useSong();
  const { occurrence: here, ...choice } = useSessionFields('slot', 'slots', 'occurrence');
  const [first, ...others] = chosenSlots(document, choice);
  const { song, section: sectionOf } = indexOf(document);
  const occurrence = song.form.find((one) => one.id === here);
  const section = occurrence && sectionOf(occurrence.section);
  return (
    <Box
      component="aside"
      aria-label="What is chosen"
      sx={{ overflow: 'auto', borderLeft: `1px solid ${color('line')}`, p: 2, pt: 1.5 }}
    >
      {first && (
        <SlotSettings
          key={`${first.occurrence.id} ${first.slot.id}`}
          document={document}
          chosen={[first, ...others]}
        />
      )}
      {section && <SectionSettings document={document} occurrence={occurrence} section={section} />}
      {!section && (
        <Typography sx={{ fontSize: TEXT.control, color: color('soft') }}>
          {song.form.length
            ? 'Choose a slot to say what plays in it, or a section to repeat or move it.'
            : 'What you choose on the sheet is set here.'}
        </Typography>
      )}
    </Box>
  );
}
