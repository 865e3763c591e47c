import { Box, Button, Typography } from '@mui/material';
import {
  addSlots,
  barTicks,
  beatTicks,
  counted,
  figure,
  type Id,
  indexOf,
  leadingLayer,
  type Line,
  type LinePiece,
  newSlot,
  type OccurrencePlace,
  phraseLines,
  playedSlots,
  sectionMeter,
  type SongDocument,
} from '@plucky/core';
import { type MouseEvent, type RefObject, useRef } from 'react';
import { useEdit } from '../../document/context.tsx';
import { chooseOccurrence, choosePattern, chooseSlot, chooseSlotToo } from '../../session/store.ts';
import { useCarried } from '../../shared/drag/useCarried.ts';
import { freshId } from '../../shared/fresh-id.ts';
import { SlotPiece, slotRole, slotTint, slotWords } from '../../shared/ui/SlotPiece.tsx';
import { color, SERIF, TEXT } from '../../shared/ui/tokens.ts';
import { Unseen } from '../../shared/ui/Unseen.tsx';
import { chooseUpTo, keyOf } from './chosen-slots.ts';
import { useResizeSlots } from './useResizeSlots.ts';

interface Props {
  readonly document: SongDocument;
  readonly place: OccurrencePlace;
  readonly density: readonly number[];
  /** The densest line of the song, which fills its bar. */
  readonly most: number;
  /** The keys of the slots that are chosen. */
  readonly chosen: ReadonlySet<string>;
  readonly heads: RefObject<Map<string, HTMLElement>>;
}

/** A section as a stanza: a line for each phrase. */
export function Stanza({ document, place, density, most, chosen, heads }: Props) {
  const edit = useEdit();
  const { occurrence, section, firstBar } = place;
  const { song } = indexOf(document);
  const meter = sectionMeter(document, section);
  const full = barTicks(meter) * song.phraseBars;
  const lines = phraseLines(playedSlots(document, section), meter, song.phraseBars);
  const bars = place.bars / occurrence.times;
  const add = () => {
    const slot = newSlot(document, section, freshId());
    if (edit((now) => addSlots(now, section.id, [slot])))
      chooseSlot({ occurrence: occurrence.id, slot: slot.id });
  };
  return (
    <Box
      id={`stanza-${occurrence.id}`}
      component="section"
      aria-label={section.name}
      sx={{
        display: 'grid',
        // Without room for it, a section's name stands over its lines and its density is left out.
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '104px minmax(0, 1fr) 104px' },
        columnGap: 1.25,
        mb: 2,
        scrollMarginTop: 60,
      }}
    >
      <Box>
        <Typography
          component="h2"
          noWrap
          title={section.name}
          onClick={() => chooseOccurrence(occurrence.id)}
          sx={{
            fontFamily: SERIF,
            fontWeight: 600,
            fontSize: TEXT.title,
            lineHeight: 1.25,
            cursor: 'pointer',
          }}
        >
          {section.name}
        </Typography>
        <Typography sx={{ fontSize: TEXT.small, color: color('soft') }}>
          {counted(bars, 'bar')}
          {occurrence.times > 1 ? `, ${occurrence.times} times` : ''}
        </Typography>
        <Button
          variant="text"
          onClick={add}
          aria-label={`Add a slot to ${section.name}`}
          sx={{ px: 0.5, py: 0, ml: -0.5, fontSize: TEXT.note }}
        >
          + slot
        </Button>
      </Box>
      <Box>
        {lines.map((line) => (
          <SheetLine
            key={line.start}
            document={document}
            place={place}
            line={line}
            full={full}
            bar={firstBar + line.start / barTicks(meter)}
            chosen={chosen}
            headRef={(element) => {
              const key = `${occurrence.id} ${line.start}`;
              if (element) heads.current.set(key, element);
              else heads.current.delete(key);
            }}
          />
        ))}
        {lines.length === 0 && (
          <Typography
            sx={{
              fontSize: TEXT.plain,
              color: color('faint'),
              border: `1px dashed ${color('strong')}`,
              borderRadius: '10px',
              p: 1.5,
            }}
          >
            No slot yet. Add one to choose what plays.
          </Typography>
        )}
      </Box>
      <Box sx={{ display: { xs: 'none', sm: 'block' } }}>
        {lines.map((line, i) => (
          <Density key={line.start} value={density[i] ?? 0} most={most} />
        ))}
      </Box>
    </Box>
  );
}

const LINE_HEIGHT = 48;
const LINE_GAP = 8;

function Density({ value, most }: { value: number; most: number }) {
  const share = Math.round((value / most) * 100);
  return (
    <Box sx={{ height: LINE_HEIGHT + LINE_GAP, pt: 1 }}>
      <Box sx={{ height: 8, borderRadius: 4, background: color('line'), overflow: 'hidden' }}>
        <Box
          sx={{ width: `${share}%`, height: '100%', background: color('plum'), opacity: 0.45 + share / 200 }}
        />
      </Box>
      <Typography sx={{ fontSize: TEXT.fine, color: color('soft'), whiteSpace: 'nowrap' }}>
        {value.toFixed(1)} hits / beat
      </Typography>
    </Box>
  );
}

function SheetLine({
  document,
  place,
  line,
  full,
  bar,
  chosen,
  headRef,
}: {
  document: SongDocument;
  place: OccurrencePlace;
  line: Line;
  full: number;
  bar: number;
  chosen: ReadonlySet<string>;
  headRef: (element: HTMLElement | null) => void;
}) {
  return (
    <Box sx={{ display: 'flex', mb: `${LINE_GAP}px` }}>
      <Box className="mono" sx={{ width: 30, color: color('faint'), fontSize: `${TEXT.small}px !important` }}>
        {figure(bar)}
      </Box>
      <Box sx={{ position: 'relative', flex: 1, height: LINE_HEIGHT }}>
        {line.pieces.map((piece) => (
          <PieceBox
            key={`${piece.slot.id} ${piece.inSlot}`}
            document={document}
            place={place}
            piece={piece}
            full={full}
            chosen={chosen.has(keyOf({ occurrence: place.occurrence.id, slot: piece.slot.id }))}
          />
        ))}
        <Box
          ref={headRef}
          sx={{
            position: 'absolute',
            top: -2,
            bottom: -2,
            width: '2px',
            background: color('plum'),
            opacity: 0,
            pointerEvents: 'none',
          }}
        />
      </Box>
    </Box>
  );
}

/** What is carried on the sheet: a slot of a section, at its place there. */
export interface CarriedSlot {
  readonly section: Id;
  readonly slot: Id;
}

function PieceBox({
  document,
  place,
  piece,
  full,
  chosen,
}: {
  document: SongDocument;
  place: OccurrencePlace;
  piece: LinePiece;
  full: number;
  chosen: boolean;
}) {
  const { occurrence, section } = place;
  const { slot } = piece;
  const index = indexOf(document);
  const layer = leadingLayer(document, slot);
  const layers = layer ? [layer, ...slot.layers.filter((one) => one !== layer)] : [];
  const names = layers.flatMap((one) => index.pattern(one.pattern)?.name ?? []);
  const role = slotRole(document, slot);
  const silenced = slot.layers.some((layer) => layer.silencedVoices.length > 0);
  const title = names[0] ?? 'Rest';
  const isLast = piece.inSlot + piece.length === slot.length;
  const choose = (event?: MouseEvent) => {
    const at = { occurrence: occurrence.id, slot: slot.id };
    if (event?.shiftKey) chooseUpTo(document, at);
    else if (event?.ctrlKey || event?.metaKey) chooseSlotToo(at);
    else chooseSlot(at);
  };
  const name = `Slot ${section.slots.findIndex((one) => one.id === slot.id) + 1} of ${section.name}`;
  const { isOver, handles } = useCarried<CarriedSlot>(`slot ${occurrence.id} ${slot.id} ${piece.inSlot}`, {
    // A slot stays in its section.
    kind: `slot of ${section.id}`,
    name,
    value: { section: section.id, slot: slot.id },
  });
  return (
    <Box
      sx={{
        position: 'absolute',
        left: `${(piece.onLine / full) * 100}%`,
        width: `${(piece.length / full) * 100}%`,
        pr: '4px',
        height: '100%',
      }}
    >
      <Box
        component="button"
        {...handles}
        aria-pressed={chosen}
        onClick={choose}
        onDoubleClick={() => {
          if (layer) choosePattern(layer.pattern);
        }}
        sx={{
          display: 'block',
          width: '100%',
          height: '100%',
          p: 0,
          overflow: 'hidden',
          textAlign: 'left',
          font: 'inherit',
          color: 'inherit',
          cursor: 'pointer',
          background: slotTint(role),
          border: `${chosen || isOver ? 2 : 1}px ${silenced || role === null ? 'dashed' : 'solid'} ${chosen || isOver ? color('plum') : color('strong')}`,
          borderRadius: '10px',
        }}
      >
        <Box
          sx={{
            display: 'flex',
            justifyContent: 'space-between',
            px: 1,
            pt: '2px',
            height: 17,
            fontSize: TEXT.small,
            whiteSpace: 'nowrap',
            gap: 1,
          }}
        >
          <Box component="span" sx={{ fontWeight: 600, overflow: 'hidden', textOverflow: 'ellipsis' }}>
            <Unseen>{name}: </Unseen>
            {title}
            {names.length > 1 && (
              <Box component="span" sx={{ fontWeight: 400, color: color('soft') }}>
                {' '}
                + {names.slice(1).join(', ')}
              </Box>
            )}
          </Box>
          <Box component="span" sx={{ color: color('soft'), fontSize: TEXT.tiny, flex: 'none' }}>
            <Unseen>, </Unseen>
            {slotWords(document, slot, isLast)}
          </Box>
        </Box>
        <Box sx={{ px: '3px' }}>
          <SlotPiece document={document} section={section} piece={piece} height={27} />
        </Box>
      </Box>
      {isLast && (
        <ResizeHandle document={document} place={place} piece={piece} full={full} onBegin={() => choose()} />
      )}
    </Box>
  );
}

/** The right edge of a slot: drag it to make the slot longer or shorter by bars, with Shift by beats. */
function ResizeHandle({
  document,
  place,
  piece,
  full,
  onBegin,
}: {
  document: SongDocument;
  place: OccurrencePlace;
  piece: LinePiece;
  full: number;
  onBegin: () => void;
}) {
  const resize = useResizeSlots();
  const drag = useRef<{ x: number; length: number; scale: number; gesture: string } | null>(null);
  const meter = sectionMeter(document, place.section);
  return (
    <Box
      title="Drag to resize by bars, with Shift by beats"
      onPointerDown={(event) => {
        const line = event.currentTarget.parentElement?.parentElement;
        if (!line) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = {
          x: event.clientX,
          length: piece.slot.length,
          scale: full / line.clientWidth,
          gesture: freshId(),
        };
        onBegin();
      }}
      onPointerMove={(event) => {
        const held = drag.current;
        if (!held) return;
        const step = event.shiftKey ? beatTicks(meter) : barTicks(meter);
        const moved = Math.round(((event.clientX - held.x) * held.scale) / step) * step;
        const length = Math.max(beatTicks(meter), held.length + moved);
        resize([{ section: place.section.id, slot: piece.slot.id }], length, held.gesture);
      }}
      onPointerUp={() => (drag.current = null)}
      sx={{
        position: 'absolute',
        right: 2,
        top: 8,
        bottom: 8,
        width: 8,
        cursor: 'ew-resize',
        touchAction: 'none',
        borderRadius: 4,
        '&:hover': { background: color('strong') },
      }}
    />
  );
}
