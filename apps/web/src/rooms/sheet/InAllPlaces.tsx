import { Box, Typography } from '@mui/material';
import { onlyThisTime } from '@plucky/core/form';
import { type Id, indexOf, type Section, type SongDocument } from '@plucky/core/song';
import { useEdit } from '../../document/context.tsx';
import { freshId } from '../../shared/fresh-id.ts';
import { QuietButton } from '../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';

/** Says that a section is played in several places, all of which a change is heard in, and offers to change one alone. */
export function InAllPlaces({
  document,
  section,
  occurrence,
}: {
  document: SongDocument;
  section: Section;
  occurrence: Id | null;
}) {
  const edit = useEdit();
  const plays = indexOf(document).song.form.filter((one) => one.section === section.id).length;
  if (plays < 2) return null;
  return (
    <Box sx={{ mb: 1 }}>
      <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
        Played in {plays} places: a change here is heard in all.
      </Typography>
      {occurrence && (
        <QuietButton onClick={() => edit((now) => onlyThisTime(now, occurrence, freshId()))}>
          Only this time
        </QuietButton>
      )}
    </Box>
  );
}
