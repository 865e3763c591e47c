import { Box, Button, Divider, Menu, MenuItem } from '@mui/material';
import { addSection, newSection, playAgain, SECTION_NAMES } from '@plucky/core/form';
import { type Id, indexOf, SECTION_ROLES, type SectionRole } from '@plucky/core/song';
import { useState } from 'react';
import { useEdit, useSong } from '../../document/context.tsx';
import { chooseOccurrence, chooseSlot, useSession } from '../../session/store.ts';
import { freshId } from '../../shared/fresh-id.ts';

/** Adds a new section, or one that there is once more, after the chosen one or at the end. */
export function AddSection({ isNext }: { isNext: boolean }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button
        {...(isNext ? { variant: 'contained', color: 'primary' } : {})}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Add section
      </Button>
      {anchor && <Sections anchor={anchor} onClose={() => setAnchor(null)} />}
    </>
  );
}

function Sections({ anchor, onClose }: { anchor: HTMLElement; onClose: () => void }) {
  const document = useSong();
  const edit = useEdit();
  const { sections, song } = indexOf(document);
  const played = sections.filter((section) => song.form.some((one) => one.section === section.id));
  const after = useSession((session) => session.occurrence) ?? undefined;
  const add = (role: SectionRole) => {
    const section = newSection(document, role, { section: freshId(), slot: freshId() });
    const occurrence = freshId();
    onClose();
    if (!edit((now) => addSection(now, section, occurrence, after))) return;
    const [slot] = section.slots;
    if (slot) chooseSlot({ occurrence, slot: slot.id });
  };
  const again = (section: Id) => {
    const occurrence = freshId();
    onClose();
    if (edit((now) => playAgain(now, section, occurrence, after))) chooseOccurrence(occurrence);
  };
  return (
    <Menu open anchorEl={anchor} onClose={onClose}>
      {SECTION_ROLES.map((role) => (
        <MenuItem key={role} onClick={() => add(role)}>
          New {SECTION_NAMES[role].toLowerCase()}
        </MenuItem>
      ))}
      {played.length > 0 && <Divider />}
      {played.map((section) => (
        <MenuItem key={section.id} onClick={() => again(section.id)}>
          <Box component="span">{section.name} once more</Box>
        </MenuItem>
      ))}
    </Menu>
  );
}
