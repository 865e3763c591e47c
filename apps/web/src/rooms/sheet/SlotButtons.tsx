import CopyIcon from '@mui/icons-material/ContentCopyOutlined';
import RemoveIcon from '@mui/icons-material/DeleteOutlined';
import EditIcon from '@mui/icons-material/EditOutlined';
import { Box } from '@mui/material';
import { leadingLayer } from '@plucky/core/song';
import { useNavigate } from 'react-router';
import { choosePattern } from '../../session/groove.ts';
import { withKeys } from '../../shared/keys/command.ts';
import { Deed } from '../../shared/ui/Deed.tsx';
import { inOneSection, inSections } from './chosen-slots.ts';
import { SHEET_COMMANDS } from './sheet-commands.ts';
import type { ChosenProps } from './SlotChoices.tsx';
import { SlotMenu } from './SlotMenu.tsx';
import { useSlotDeeds } from './useSlotDeeds.ts';

/** The deeds on the chosen slots that are done most, as icons, and a menu of the others. */
export function SlotButtons({ document, chosen }: ChosenProps) {
  const navigate = useNavigate();
  const deeds = useSlotDeeds();
  const [first] = chosen;
  if (!first) return null;
  const layer = inSections(chosen).length === 1 ? leadingLayer(document, first.slot) : undefined;
  const edit = () => {
    if (layer) choosePattern(layer.pattern);
    void navigate('../groove', { relative: 'path' });
  };
  return (
    <Box role="group" aria-label="What is done with it" sx={{ display: 'flex', gap: 0.75, mb: 1.5 }}>
      {layer && (
        <Deed name="Edit pattern" onPress={edit}>
          <EditIcon fontSize="small" />
        </Deed>
      )}
      {inOneSection(chosen) && (
        <Deed name="Duplicate" title={withKeys('Duplicate', SHEET_COMMANDS.again)} onPress={deeds.again}>
          <CopyIcon fontSize="small" />
        </Deed>
      )}
      <Deed name="Remove" title={withKeys('Remove', SHEET_COMMANDS.remove)} onPress={deeds.remove}>
        <RemoveIcon fontSize="small" />
      </Deed>
      <SlotMenu document={document} chosen={chosen} />
    </Box>
  );
}
