import MoreIcon from '@mui/icons-material/MoreHoriz';
import { Box, Button, Menu, MenuItem, Popover, TextField } from '@mui/material';
import { slotMeter } from '@plucky/core/form';
import { leadingLayer } from '@plucky/core/song';
import { placeFrom, placeName } from '@plucky/core/time';
import { type ReactNode, type RefObject, useRef, useState } from 'react';
import { useSheet } from '../../session/sheet.ts';
import { useSession } from '../../session/store.ts';
import { withKeys } from '../../shared/keys/command.ts';
import { Deed } from '../../shared/ui/Deed.tsx';
import { DraftField } from '../../shared/ui/DraftField.tsx';
import { notify } from '../../shared/ui/notify.ts';
import { BEAT_COMMANDS } from '../../transport/commands.ts';
import { inOneSection, inSections, startInSong } from './chosen-slots.ts';
import { MERGED } from './merged-naming.ts';
import { SHEET_COMMANDS } from './sheet-commands.ts';
import type { ChosenProps } from './SlotChoices.tsx';
import { useEditInSlot } from './useEditInSlot.ts';
import { middleOf, type SlotDeeds, useSlotDeeds } from './useSlotDeeds.ts';

/** An entry of the menu: its words, with their key, and what it does; `asks` for one that asks something first. */
interface Entry {
  readonly words: string;
  readonly title?: string;
  readonly run?: () => void;
  readonly asks?: 'place' | 'name';
}

/** The deeds on the chosen slots that are done less often. */
export function SlotMenu({ document, chosen }: ChosenProps) {
  const deeds = useSlotDeeds();
  const hasCopied = useSheet((session) => session.copiedSlots.length > 0);
  const [opened, setOpened] = useState<'menu' | Entry['asks'] | null>(null);
  const anchor = useRef<HTMLButtonElement>(null);
  const close = () => setOpened(null);
  const editHere = useEditInSlot();
  const entries = [
    ...entriesToPlay(chosen, editHere, document),
    ...entriesOf({ document, chosen }, deeds, hasCopied),
  ];
  return (
    <>
      <Deed
        anchor={anchor}
        name="More"
        title="More that is done with it"
        opensMenu
        onPress={() => setOpened('menu')}
      >
        <MoreIcon fontSize="small" />
      </Deed>
      <Menu open={opened === 'menu'} anchorEl={() => anchor.current} onClose={close}>
        {entries.map(({ words, title, run, asks }) => (
          <MenuItem
            key={words}
            {...(title ? { title } : {})}
            onClick={() => {
              setOpened(asks ?? null);
              run?.();
            }}
          >
            {words}
          </MenuItem>
        ))}
      </Menu>
      <Asked name="Cut" isOpen={opened === 'place'} anchor={anchor} onClose={close}>
        <CutAt document={document} chosen={chosen} onDone={close} />
      </Asked>
      <Asked name="One pattern" isOpen={opened === 'name'} anchor={anchor} onClose={close}>
        <OnePattern onDone={close} />
      </Asked>
    </>
  );
}

/** To work on one slot in its own rows, and to hear the song from a beat that was pressed in it. */
function entriesToPlay(
  chosen: ChosenProps['chosen'],
  editHere: ReturnType<typeof useEditInSlot>,
  document: ChosenProps['document'],
): Entry[] {
  const [first] = chosen;
  const layer = first && inSections(chosen).length === 1 ? leadingLayer(document, first.slot) : undefined;
  if (!first || !layer) return [];
  const at = { section: first.section.id, slot: first.slot.id, layer: first.slot.layers.indexOf(layer) };
  return [
    {
      words: 'Edit only here',
      title: 'Hits more, changed or silent in this slot only; the pattern stays',
      run: () => editHere(at),
    },
    {
      words: withKeys('Play from the pressed beat', BEAT_COMMANDS.playFromBeat),
      run: () => useSession.setState({ beatWanted: true }),
    },
  ];
}

function entriesOf({ document, chosen }: ChosenProps, deeds: SlotDeeds, hasCopied: boolean): Entry[] {
  const [first] = chosen;
  if (!first) return [];
  const count = inSections(chosen).length;
  const one = inOneSection(chosen) !== null;
  const hasNext = first.section.slots.at(-1) !== first.slot;
  const meter = slotMeter(document, first.section, first.slot);
  const middle = middleOf(first.slot, meter);
  const at = placeName(startInSong(document, first) + middle, meter);
  const when = (isOffered: boolean, ...some: readonly Entry[]) => (isOffered ? some : []);
  return [
    { words: withKeys('Copy', SHEET_COMMANDS.copy), run: deeds.copy },
    ...when(hasCopied, {
      words: withKeys('Paste after', SHEET_COMMANDS.paste),
      run: () => deeds.paste(false),
    }),
    ...when(hasCopied && one, {
      words: withKeys('Paste over', SHEET_COMMANDS.pasteOver),
      run: () => deeds.paste(true),
    }),
    ...when(
      one,
      { words: withKeys('Earlier', SHEET_COMMANDS.move, 0), run: () => deeds.move(-1) },
      { words: withKeys('Later', SHEET_COMMANDS.move, 1), run: () => deeds.move(1) },
    ),
    ...when(count === 2, { words: 'Swap', run: deeds.swap }),
    ...when(
      count === 1,
      { words: withKeys(`Cut at ${at}`, SHEET_COMMANDS.cutInTwo), run: () => deeds.cutAt(middle) },
      { words: 'Cut at another place…', asks: 'place' },
    ),
    ...when(one && (count > 1 || hasNext), {
      words: withKeys(count > 1 ? 'Join' : 'Join the next', SHEET_COMMANDS.join),
      run: deeds.join,
    }),
    ...when(one && (count > 1 || first.slot.layers.length > 1), {
      words: count > 1 ? 'One pattern of these…' : 'One pattern of its layers…',
      asks: 'name',
    }),
    { words: 'Rest before', run: () => deeds.rest('before') },
    { words: 'Rest after', run: () => deeds.rest('after') },
  ];
}

/** A dialog beside the menu's button. */
function Asked({
  name,
  isOpen,
  anchor,
  onClose,
  children,
}: {
  name: string;
  isOpen: boolean;
  anchor: RefObject<HTMLButtonElement | null>;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <Popover
      open={isOpen}
      anchorEl={() => anchor.current}
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      slotProps={{ paper: { role: 'dialog', 'aria-label': name, sx: { p: 2 } } }}
    >
      {children}
    </Popover>
  );
}

/** Makes one pattern for each part of what is chosen, once it has a name. */
function OnePattern({ onDone }: { onDone: () => void }) {
  const deeds = useSlotDeeds();
  const [name, setName] = useState(MERGED);
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        onDone();
        deeds.consolidate(name.trim() || MERGED);
      }}
      sx={{ display: 'flex', gap: 1 }}
    >
      <TextField
        autoFocus
        size="small"
        label="Its name"
        value={name}
        onChange={(event) => setName(event.target.value)}
        onFocus={(event) => event.target.select()}
        slotProps={{ htmlInput: { maxLength: 70 } }}
      />
      <Button type="submit" variant="contained">
        Make it
      </Button>
    </Box>
  );
}

/** Cut of a slot in two at a place that is typed; its layers go on in the second half. */
function CutAt({ document, chosen: [one], onDone }: ChosenProps & { onDone: () => void }) {
  const deeds = useSlotDeeds();
  if (!one) return null;
  const meter = slotMeter(document, one.section, one.slot);
  const start = startInSong(document, one);
  return (
    <DraftField
      label="Bar and beat"
      value=""
      most={16}
      onChange={(text) => {
        const at = placeFrom(text, meter);
        if (at === null) {
          notify(
            `“${text}” is no place. One is written like 12.3: bar of the song and beat. Nothing was cut.`,
            {
              variant: 'warning',
            },
          );
          return;
        }
        onDone();
        deeds.cutAt(at - start);
      }}
    />
  );
}
