import { Box, Button, Typography } from '@mui/material';
import {
  addSlots,
  counted,
  newSlot,
  type OccurrencePlace,
  sectionMeter,
  type SongDocument,
} from '@plucky/core';
import { memo, type ReactNode } from 'react';
import { useDocumentStore, useEdit } from '../../document/context.tsx';
import { chooseOccurrence, chooseSlot } from '../../session/store.ts';
import { freshId } from '../../shared/fresh-id.ts';
import { color, SERIF, TEXT } from '../../shared/ui/tokens.ts';
import { keyOf } from './chosen-slots.ts';
import { headKey, type LineOfSheet } from './sheet-lines.ts';
import { type DrawnPiece, SheetLine } from './SheetLine.tsx';
import { faceOf } from './slot-face.ts';

/** How high a line is drawn with the gap after it, a section's only one, and the gap after a section, in px. */
export const LINE = { height: 48, gap: 8, only: 76, stanza: 16 };

/** What all lines of the sheet share: how it looks is said once for all slots, of which there are many. */
export const SHEET_STYLE = {
  '& .phrase': { display: 'flex' },
  '& .bar': { width: 30, flex: 'none', color: color('faint'), fontSize: `${TEXT.small}px !important` },
  '& .pieces': { position: 'relative', flex: 1, height: LINE.height },
  '& .place': { position: 'absolute', height: '100%', paddingRight: '4px' },
  '& .slot': {
    display: 'block',
    width: '100%',
    height: '100%',
    padding: 0,
    overflow: 'hidden',
    textAlign: 'left',
    font: 'inherit',
    color: 'inherit',
    cursor: 'pointer',
    border: `1px solid ${color('strong')}`,
    borderRadius: '10px',
  },
  '& .slot.broken': { borderStyle: 'dashed' },
  '& .slot.chosen': { borderWidth: 2, borderColor: color('plum') },
  '& .words': {
    display: 'flex',
    justifyContent: 'space-between',
    gap: '8px',
    padding: '2px 8px 0',
    height: 17,
    fontSize: TEXT.small,
    whiteSpace: 'nowrap',
  },
  '& .title': { fontWeight: 600, overflow: 'hidden', textOverflow: 'ellipsis' },
  '& .others': { fontWeight: 400, color: color('soft') },
  '& .special': { color: color('soft'), fontSize: TEXT.tiny, flex: 'none' },
  '& .hits': { display: 'block', padding: '0 3px' },
  '& .head': {
    position: 'absolute',
    top: -2,
    bottom: -2,
    width: '2px',
    background: color('plum'),
    opacity: 0,
    pointerEvents: 'none',
  },
  '& .edge': {
    position: 'absolute',
    right: 2,
    top: 8,
    bottom: 8,
    width: 8,
    cursor: 'ew-resize',
    touchAction: 'none',
    borderRadius: '4px',
    '&:hover': { background: color('strong') },
  },
} as const;

/** The lines of a section that are seen: its name beside the first of them, and how dense each is. */
export function Stanza({ place, children }: { place: OccurrencePlace; children: ReactNode }) {
  return <section aria-label={place.section.name}>{children}</section>;
}

/** A line with what stands beside it. */
export function StanzaLine({
  document,
  of,
  density,
  most,
  isBare,
  chosen,
  headFor,
}: {
  document: SongDocument;
  of: LineOfSheet;
  density: number;
  /** The densest line of the song, which fills its bar. */
  most: number;
  /** Whether the phrase ends as if nothing ended there. */
  isBare: boolean;
  /** The keys of the slots that are chosen. */
  chosen: ReadonlySet<string>;
  /** Where the play head of a line is kept. */
  headFor: (key: string) => (element: HTMLElement | null) => void;
}) {
  const { place, line, nth } = of;
  const { occurrence, section } = place;
  const pieces = (line?.pieces ?? []).map((piece): DrawnPiece => ({
    slot: piece.slot.id,
    onLine: piece.onLine,
    inSlot: piece.inSlot,
    length: piece.length,
    slotLength: piece.slot.length,
    face: faceOf(document, section, piece),
    isChosen: chosen.has(keyOf({ occurrence: occurrence.id, slot: piece.slot.id })),
  }));
  const bars = place.bars / occurrence.times;
  return (
    <>
      <div className="name">
        {nth === 0 && (
          <SectionHead
            occurrence={occurrence.id}
            section={section.id}
            name={section.name}
            about={`${counted(bars, 'bar')}${occurrence.times > 1 ? `, ${occurrence.times} times` : ''}`}
          />
        )}
      </div>
      {line ? (
        <SheetLine
          occurrence={occurrence.id}
          section={section.id}
          sectionName={section.name}
          meter={sectionMeter(document, section)}
          bar={of.bar}
          full={of.full}
          pieces={pieces}
          headRef={headFor(headKey(occurrence.id, line.start))}
        />
      ) : (
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
      {line ? <Density value={density} most={most} isBare={isBare} /> : <span />}
    </>
  );
}

const SectionHead = memo(function SectionHead({
  occurrence,
  section: id,
  name,
  about,
}: {
  occurrence: string;
  section: string;
  name: string;
  about: string;
}) {
  const edit = useEdit();
  const store = useDocumentStore();
  const add = () => {
    const { document } = store.getState();
    const section = document.records[id];
    if (section?.kind !== 'section') return;
    const slot = newSlot(document, section, freshId());
    if (edit((now) => addSlots(now, id, [slot]))) chooseSlot({ occurrence, slot: slot.id });
  };
  return (
    <>
      <Typography
        component="h2"
        noWrap
        title={name}
        onClick={() => chooseOccurrence(occurrence)}
        sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.title, lineHeight: 1.25, cursor: 'pointer' }}
      >
        {name}
      </Typography>
      <Typography sx={{ fontSize: TEXT.small, color: color('soft') }}>{about}</Typography>
      <Button
        variant="text"
        onClick={add}
        aria-label={`Add a slot to ${name}`}
        sx={{ px: 0.5, py: 0, ml: -0.5, fontSize: TEXT.note }}
      >
        + slot
      </Button>
    </>
  );
});

const Density = memo(function Density({
  value,
  most,
  isBare,
}: {
  value: number;
  most: number;
  isBare: boolean;
}) {
  const share = Math.round((value / most) * 100);
  return (
    <div className="density">
      <Box sx={{ height: 8, borderRadius: 4, background: color('line'), overflow: 'hidden' }}>
        <div
          style={{
            width: `${share}%`,
            height: '100%',
            background: color('plum'),
            opacity: 0.45 + share / 200,
          }}
        />
      </Box>
      <Typography sx={{ fontSize: TEXT.fine, color: color('soft'), whiteSpace: 'nowrap' }}>
        {value.toFixed(1)} hits / beat
      </Typography>
      {isBare && (
        <Typography
          title="No fill, landing or drop at the end of this phrase"
          sx={{ fontSize: TEXT.fine, lineHeight: 1.1, color: color('plum') }}
        >
          bare end
        </Typography>
      )}
    </div>
  );
});
