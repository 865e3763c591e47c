import { Box, Typography } from '@mui/material';
import { densities, indexOf, moveSlots, occurrencePlaces } from '@plucky/core';
import { useCallback, useMemo, useRef } from 'react';
import { useEdit, useSong } from '../../document/context.tsx';
import { useSession, useSessionFields } from '../../session/store.ts';
import { DragArea } from '../../shared/drag/DragArea.tsx';
import type { Carried } from '../../shared/drag/useCarried.ts';
import { roomColumns } from '../../shared/ui/room-columns.ts';
import { color } from '../../shared/ui/tokens.ts';
import { usePlayhead, useWhatPlays } from '../../transport/useTransport.ts';
import { AddSection } from './AddSection.tsx';
import { chosenSlots, inOneSection, keyOf } from './chosen-slots.ts';
import { FormBar } from './FormBar.tsx';
import { SheetInspector } from './SheetInspector.tsx';
import { type CarriedSlot, Stanza } from './Stanza.tsx';
import { useSheetKeys } from './useSheetKeys.ts';

/** The song as lines on a page: a section is a stanza, a line is a phrase. */
export function SheetRoom() {
  const document = useSong();
  const places = useMemo(() => occurrencePlaces(document), [document]);
  const density = useMemo(() => densities(document), [document]);
  const most = Math.max(1, ...[...density.values()].flat());
  const choice = useSessionFields('slot', 'slots');
  const chosen = useMemo(() => {
    const all = choice.slots.length ? choice.slots : choice.slot ? [choice.slot] : [];
    return new Set(all.map(keyOf));
  }, [choice]);
  useSheetKeys();
  const edit = useEdit();
  const move = ({ value }: Carried<CarriedSlot>, onto: Carried<CarriedSlot>) =>
    edit((now) => {
      const slots = indexOf(now).section(value.section)?.slots ?? [];
      const chosen = inOneSection(chosenSlots(now, useSession.getState()));
      // Those that are chosen with it go with it.
      const ids =
        chosen?.ids.includes(value.slot) && chosen.section.id === value.section ? chosen.ids : [value.slot];
      const to = slots.findIndex((slot) => slot.id === onto.value.slot);
      const before = slots.slice(0, to).filter((slot) => ids.includes(slot.id)).length;
      const from = slots.findIndex((slot) => slot.id === value.slot);
      return moveSlots(now, value.section, ids, from < to ? to - before + 1 : to - before);
    });
  const { heads, show } = useSheetPlayhead();
  usePlayhead(show);
  return (
    <Box sx={roomColumns('minmax(0, 1fr) 232px', 'minmax(0, 1fr) 268px')}>
      <Box component="section" aria-label="Sheet" sx={{ overflow: 'auto', px: 2.25, pb: 3 }}>
        <FormBar places={places} />
        {places.length === 0 && <EmptySheet />}
        <DragArea<CarriedSlot> onDrop={move}>
          {places.map((place) => (
            <Stanza
              key={place.occurrence.id}
              document={document}
              place={place}
              density={density.get(place.occurrence.id) ?? []}
              most={most}
              chosen={chosen}
              heads={heads}
            />
          ))}
        </DragArea>
      </Box>
      <SheetInspector />
    </Box>
  );
}

function EmptySheet() {
  return (
    <Box sx={{ maxWidth: 460, pt: 6, mx: 'auto', textAlign: 'center' }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        No section yet
      </Typography>
      <Typography sx={{ color: color('soft'), mb: 2 }}>
        A section is a chain of slots, and each slot plays your patterns. Add the first section and it begins
        with the main groove.
      </Typography>
      <AddSection />
    </Box>
  );
}

/** The lines' play heads by occurrence and line, and how to show the one that is heard. */
function useSheetPlayhead() {
  const heads = useRef(new Map<string, HTMLElement>());
  const lit = useRef<HTMLElement | null>(null);
  const document = useSong();
  const what = useWhatPlays();
  const show = useCallback(
    (place: number | null) => {
      if (lit.current) lit.current.style.opacity = '0';
      lit.current = null;
      if (place === null || what?.origin == null) return;
      const { phraseBars } = indexOf(document).song;
      const at = lineAt(document, place + what.origin, phraseBars);
      const head = at && heads.current.get(at.key);
      if (!head) return;
      head.style.opacity = '1';
      head.style.left = `${at.share * 100}%`;
      lit.current = head;
    },
    [document, what],
  );
  return { heads, show };
}

function lineAt(document: ReturnType<typeof useSong>, tick: number, phraseBars: number) {
  for (const { occurrence, section, start, length } of occurrencePlaces(document)) {
    if (tick < start || tick >= start + length) continue;
    const once = length / occurrence.times;
    const meter = section.meter ?? indexOf(document).song.meter;
    const line = ((3840 * meter.beats) / meter.unit) * phraseBars;
    const inSection = (tick - start) % once;
    const lineStart = Math.floor(inSection / line) * line;
    return { key: `${occurrence.id} ${lineStart}`, share: (inSection - lineStart) / line };
  }
  return null;
}
