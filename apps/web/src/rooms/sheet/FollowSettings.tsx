import { Box, Typography } from '@mui/material';
import { letSectionGo, restoreSlot, sectionDifferences } from '@plucky/core/form';
import { indexOf } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { useEdit } from '../../document/context.tsx';
import { chooseSlot } from '../../session/store.ts';
import { Group } from '../../shared/ui/Group.tsx';
import { QuietButton } from '../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import type { PlacedSection } from './PlacedSection.ts';

/** Differences of a section from the one that it follows, each with the way back. */
export function FollowSettings({ document, occurrence, section }: PlacedSection) {
  const edit = useEdit();
  const followed = section.follows === undefined ? undefined : indexOf(document).section(section.follows);
  if (!followed) return null;
  const differences = sectionDifferences(document, section);
  return (
    <Group title={`Follows ${followed.name}`}>
      <Typography sx={{ fontSize: TEXT.note, color: color('soft'), mb: 0.5 }}>
        {differences.length
          ? `${counted(differences.length, 'slot')} otherwise; everything else changes with it.`
          : 'Nothing differs; a change there is heard here too.'}
      </Typography>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none', fontSize: TEXT.note }}>
        {differences.map(({ slot, number, isMissing, words }) => (
          <Box component="li" key={slot} sx={{ mb: 0.5 }}>
            {isMissing ? (
              `Slot ${number} of ${followed.name}`
            ) : (
              <QuietButton onClick={() => chooseSlot({ occurrence: occurrence.id, slot })}>
                Slot {number}
              </QuietButton>
            )}
            : {words.join(', ')}.{' '}
            <QuietButton
              label={`Take back slot ${number}`}
              onClick={() => edit((now) => restoreSlot(now, section.id, slot))}
            >
              Take back
            </QuietButton>
          </Box>
        ))}
      </Box>
      <QuietButton onClick={() => edit((now) => letSectionGo(now, section.id))}>
        Let it stand on its own
      </QuietButton>
    </Group>
  );
}
