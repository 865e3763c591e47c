import { Box, Button, TextField } from '@mui/material';
import { slotMeter } from '@plucky/core/form';
import { leadingLayer } from '@plucky/core/song';
import { placeFrom, placeName } from '@plucky/core/time';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { choosePattern } from '../../session/groove.ts';
import { useSheet } from '../../session/sheet.ts';
import { withKeys } from '../../shared/keys/command.ts';
import { DraftField } from '../../shared/ui/DraftField.tsx';
import { notify } from '../../shared/ui/notify.ts';
import { PopoverButton } from '../../shared/ui/PopoverButton.tsx';
import { inOneSection, inSections, startInSong } from './chosen-slots.ts';
import { MERGED } from './merged-naming.ts';
import { SHEET_COMMANDS } from './sheet-commands.ts';
import type { ChosenProps } from './SlotChoices.tsx';
import { useEditInSlot } from './useEditInSlot.ts';
import { middleOf, useSlotDeeds } from './useSlotDeeds.ts';

/** Buttons for the chosen slots. */
export function SlotButtons({ document, chosen }: ChosenProps) {
  const navigate = useNavigate();
  const deeds = useSlotDeeds();
  const editHere = useEditInSlot();
  const hasCopied = useSheet((session) => session.copiedSlots.length > 0);
  const [first] = chosen;
  if (!first) return null;
  const count = inSections(chosen).length;
  const one = inOneSection(chosen);
  const layer = leadingLayer(document, first.slot);
  const hasNext = first.section.slots.at(-1) !== first.slot;
  const edit = () => {
    if (layer) choosePattern(layer.pattern);
    void navigate('../groove', { relative: 'path' });
  };
  return (
    <Box sx={{ mb: 2 }}>
      <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', mb: 1.25 }}>
        {count === 1 && layer && <Button onClick={edit}>Edit pattern</Button>}
        {count === 1 && layer && (
          <Button
            title="Hits more, changed or silent in this slot only; the pattern stays"
            onClick={() =>
              editHere({
                section: first.section.id,
                slot: first.slot.id,
                layer: first.slot.layers.indexOf(layer),
              })
            }
          >
            Edit only here
          </Button>
        )}
        {one && (
          <Button title={withKeys('After itself', SHEET_COMMANDS.again)} onClick={deeds.again}>
            Once more
          </Button>
        )}
        <Button title={withKeys('Copy', SHEET_COMMANDS.copy)} onClick={deeds.copy}>
          Copy
        </Button>
        {hasCopied && (
          <>
            <Button
              title={withKeys('After what is chosen', SHEET_COMMANDS.paste)}
              onClick={() => deeds.paste(false)}
            >
              Paste after
            </Button>
            {one && (
              <Button
                title={withKeys('In the place of what is chosen', SHEET_COMMANDS.pasteOver)}
                onClick={() => deeds.paste(true)}
              >
                Paste over
              </Button>
            )}
          </>
        )}
        {one && (count > 1 || hasNext) && (
          <Button title={withKeys('One slot, layers and all', SHEET_COMMANDS.join)} onClick={deeds.join}>
            {count > 1 ? 'Join' : 'Join the next'}
          </Button>
        )}
        {one && (count > 1 || first.slot.layers.length > 1) && (
          <OnePattern text={count > 1 ? 'One pattern of these…' : 'One pattern of its layers…'} />
        )}
        {count === 2 && <Button onClick={deeds.swap}>Swap</Button>}
        <Button onClick={() => deeds.rest('before')}>Rest before</Button>
        <Button onClick={() => deeds.rest('after')}>Rest after</Button>
        {one && (
          <>
            <Button
              title={withKeys('Earlier in the section', SHEET_COMMANDS.move, 0)}
              onClick={() => deeds.move(-1)}
            >
              Earlier
            </Button>
            <Button
              title={withKeys('Later in the section', SHEET_COMMANDS.move, 1)}
              onClick={() => deeds.move(1)}
            >
              Later
            </Button>
          </>
        )}
        <Button title={withKeys('Remove', SHEET_COMMANDS.remove)} onClick={deeds.remove}>
          Remove
        </Button>
      </Box>
      {count === 1 && <CutAt document={document} chosen={chosen} />}
    </Box>
  );
}

/** Makes one pattern for each part of what is chosen, once it has a name. */
function OnePattern({ text }: { text: string }) {
  const deeds = useSlotDeeds();
  const [name, setName] = useState(MERGED);
  return (
    <PopoverButton
      name="One pattern"
      text={text}
      title="One slot, with one new pattern for each part that sounds as before"
    >
      {(close) => (
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            close();
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
      )}
    </PopoverButton>
  );
}

/** Cut of a slot in two; its layers go on in the second half. */
function CutAt({ document, chosen: [one] }: ChosenProps) {
  const deeds = useSlotDeeds();
  if (!one) return null;
  const meter = slotMeter(document, one.section, one.slot);
  const start = startInSong(document, one);
  const middle = middleOf(one.slot, meter);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1, alignItems: 'center' }}>
      <Button
        title={withKeys('What it plays goes on in the second half', SHEET_COMMANDS.cutInTwo)}
        onClick={() => deeds.cutAt(middle)}
      >
        Cut at {placeName(start + middle, meter)}
      </Button>
      <DraftField
        key={one.slot.id}
        label="Or at a place"
        value=""
        most={16}
        onChange={(text) => {
          const at = placeFrom(text, meter);
          if (at === null)
            notify(
              `“${text}” is no place. One is written like 12.3: bar of the song and beat. Nothing was cut.`,
              {
                variant: 'warning',
              },
            );
          else deeds.cutAt(at - start);
        }}
      />
    </Box>
  );
}
