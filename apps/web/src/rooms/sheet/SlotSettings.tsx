import { Box, Typography } from '@mui/material';
import { slotMeter } from '@plucky/core/form';
import { indexOf, leadingLayer, type SongDocument } from '@plucky/core/song';
import { counted, placeName } from '@plucky/core/time';
import { memo, type ReactNode } from 'react';
import { Fold } from '../../shared/ui/Fold.tsx';
import { SlotPiece, slotRole, slotTint } from '../../shared/ui/SlotPiece.tsx';
import { color, SERIF, TEXT } from '../../shared/ui/tokens.ts';
import { type ChosenSlot, inSections, startInSong } from './chosen-slots.ts';
import { InAllPlaces } from './InAllPlaces.tsx';
import { chordsAndTime, endWords, layersWords, silentWords } from './slot-fold-words.ts';
import { SlotButtons } from './SlotButtons.tsx';
import {
  LayerOneMore,
  LengthChoice,
  PartChoice,
  SilencedRows,
  SlotMeter,
  SlotTempo,
} from './SlotChoices.tsx';
import { SlotChords } from './SlotChords.tsx';
import { SlotEnd } from './SlotEnd.tsx';
import { SlotLayers } from './SlotLayers.tsx';

/** Height of the picture of a slot, in px. */
const PICTURE = 44;

/** Patterns of the chosen slots, their length, and their own silences. */
export const SlotSettings = memo(function SlotSettings({
  document,
  chosen,
}: {
  document: SongDocument;
  /** At least one. */
  chosen: readonly [ChosenSlot, ...ChosenSlot[]];
}) {
  const index = indexOf(document);
  const [{ section, slot, occurrence }] = chosen;
  const several = inSections(chosen).length > 1;
  const props = { document, chosen };
  return (
    <Box component="section" aria-label={several ? 'Chosen slots' : 'Chosen slot'} sx={{ mb: 1.5 }}>
      {several ? <SeveralHead {...props} /> : <SlotHead document={document} one={chosen[0]} />}
      {!several && <InAllPlaces document={document} section={section} occurrence={occurrence.id} />}
      <SlotButtons {...props} />
      {index.parts.map((part) => (
        <PartChoice key={part.id} {...props} part={part} />
      ))}
      <LengthChoice {...props} />
      {!several && (
        <Fold title="How it ends" says={endWords(document, section, slot)}>
          <SlotEnd document={document} section={section} slot={slot} />
        </Fold>
      )}
      <Fold title="Silent here" says={silentWords(document, chosen)}>
        <SilencedRows {...props} />
      </Fold>
      <Fold title="Layers" says={layersWords(document, chosen)}>
        {!several && <SlotLayers document={document} section={section} slot={slot} />}
        <LayerOneMore {...props} />
      </Fold>
      <Fold title="Chords, meter, tempo" says={chordsAndTime(document, chosen)} name="Chords">
        <SlotChords {...props} />
        <SlotMeter {...props} />
        <SlotTempo {...props} />
      </Fold>
    </Box>
  );
});

function SlotHead({ document, one }: { document: SongDocument; one: ChosenSlot }) {
  const { section, slot } = one;
  const layer = leadingLayer(document, slot);
  return (
    <>
      <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
        {section.name} · from {placeName(startInSong(document, one), slotMeter(document, section, slot))}
      </Typography>
      <Title>{(layer && indexOf(document).pattern(layer.pattern)?.name) ?? 'Rest'}</Title>
      <SlotPicture document={document} one={one} />
    </>
  );
}

/** Picture of a slot as it plays where it is chosen. */
function SlotPicture({ document, one }: { document: SongDocument; one: ChosenSlot }) {
  const { occurrence, section, slot } = one;
  const before = section.slots.slice(0, section.slots.indexOf(slot));
  const onLine = before.reduce((sum, { length }) => sum + length, 0);
  return (
    <Box
      aria-hidden
      sx={{
        p: 0.75,
        mb: 1.25,
        border: `1px solid ${color('line')}`,
        borderRadius: '10px',
        background: slotTint(slotRole(document, slot)),
      }}
    >
      <SlotPiece
        document={document}
        place={{ occurrence, section, start: 0 }}
        piece={{ slot, onLine, inSlot: 0, length: slot.length }}
        height={PICTURE}
      />
    </Box>
  );
}

function SeveralHead({ chosen }: { chosen: readonly ChosenSlot[] }) {
  const sections = [...new Set(chosen.map(({ section }) => section.name))];
  const about = sections.length > 2 ? counted(sections.length, 'section') : sections.join(' and ');
  return (
    <>
      <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>{about}</Typography>
      <Title>{counted(inSections(chosen).length, 'slot')} chosen</Title>
    </>
  );
}

function Title({ children }: { children: ReactNode }) {
  return (
    <Typography sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.title, mb: 1.25 }}>
      {children}
    </Typography>
  );
}
