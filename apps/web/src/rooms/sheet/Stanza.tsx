import { Box, Button, Typography } from '@mui/material';
import {
  addSlots,
  type LinePiece,
  newSlot,
  type OccurrencePlace,
  sectionDifferences,
  slotMeter,
} from '@plucky/core/form';
import type { EndAt } from '@plucky/core/plan';
import { indexOf, type Section, type SongDocument } from '@plucky/core/song';
import { cacheWhileSame, counted, figure, meterName } from '@plucky/core/time';
import { memo, type ReactNode, useMemo } from 'react';
import { useDocumentStore, useEdit } from '../../document/context.tsx';
import { useIsWorkedOn } from '../../session/here.ts';
import { chooseOccurrence, chooseSlot } from '../../session/store.ts';
import { freshId } from '../../shared/fresh-id.ts';
import { color, familyColor, OTHERS_HERE, SERIF, TEXT } from '../../shared/ui/tokens.ts';
import { chooseSectionsUpTo } from './chosen-sections.ts';
import { keyOf } from './chosen-slots.ts';
import { GapButton } from './gap/GapButton.tsx';
import { headKey, type LineOfSheet } from './sheet-lines.ts';
import { type DrawnPiece, SheetLine } from './SheetLine.tsx';
import { faceOf } from './slot-face.ts';

/** Height of a line with the gap after it, of a section's only one, and the gap after a section, in px. */
export const LINE = { height: 76, gap: 8, only: 92, stanza: 16 };

/** Look of all lines of the sheet, said once for all slots, of which there are many. */
export const SHEET_STYLE = {
  '& .phrase': { display: 'flex' },
  '& .bar': { width: 30, flex: 'none', color: color('faint'), fontSize: `${TEXT.small}px !important` },
  '& .pieces': { position: 'relative', flex: 1, height: LINE.height },
  '& .place': { position: 'absolute', height: '100%', paddingRight: '4px' },
  '& .slot': {
    position: 'relative',
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
  '& .from': {
    position: 'absolute',
    // Below the words.
    top: 18,
    bottom: 0,
    width: 0,
    borderLeft: `2px dotted ${color('plum')}`,
    pointerEvents: 'none',
  },
  // It grows to the barline that it leads to.
  '& .swell': {
    position: 'absolute',
    right: 0,
    bottom: 0,
    height: '62%',
    background: familyColor('cymbal'),
    opacity: 0.28,
    clipPath: 'polygon(0 100%, 100% 0, 100% 100%)',
    pointerEvents: 'none',
  },
  '& .slot.broken': { borderStyle: 'dashed' },
  '& .slot.planned': { border: `2px dashed ${color('plum')}` },
  // Thicker without a wider border, which would lay out all that the slot shows.
  '& .slot.chosen': { borderColor: color('plum'), boxShadow: `inset 0 0 0 1px ${color('plum')}` },
  // An edit of a pattern has reached it: seen for a moment, and as an outline where nothing is to move.
  '& .slot.reached': {
    outline: `2px solid ${color('plum')}`,
    outlineOffset: 1,
    animation: 'reached 1.6s ease-out',
  },
  '@keyframes reached': {
    from: { outlineOffset: '-6px' },
    to: { outlineColor: 'transparent', outlineOffset: '6px' },
  },
  // Not like a choice: what is chosen stays so while the focus is elsewhere.
  '& .slot:focus-visible': { outline: `2px dotted ${color('ink')}`, outlineOffset: 3 },
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
  '& .label': {
    fontSize: TEXT.tiny,
    fontWeight: 500,
    marginLeft: 5,
    padding: '0 4px',
    background: color('line'),
    borderRadius: 4,
  },
  '& .others': { fontWeight: 400, color: color('soft') },
  // Seen under the pointer and the focus, and where nothing points.
  '@media (hover: hover)': { '& .line:not(:hover) .full .more:not(:focus-visible)': { opacity: 0 } },
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

const differenceCache = cacheWhileSame<ReadonlyMap<string, string>>();

/** Differences from the section that is followed, in words, by slot. */
function differencesBySlot(document: SongDocument, section: Section): ReadonlyMap<string, string> {
  return new Map(
    sectionDifferences(document, section).map(({ slot, isMissing, words }) => [
      isMissing ? `missing ${slot}` : slot,
      words.join(', '),
    ]),
  );
}

/** The lines of a section that are seen: its name beside the first of them, and how dense each is. */
export function Stanza({ place, children }: { place: OccurrencePlace; children: ReactNode }) {
  return <section aria-label={place.section.name}>{children}</section>;
}

/** A beat of a slot where it lies on a piece of it; the slot's first one needs no mark. */
function beatOn({ inSlot, length }: LinePiece, beat: number): number | null {
  return beat > 0 && beat >= inSlot && beat < inSlot + length ? beat : null;
}

/** A line with what stands beside it; drawn anew only when something on it changes. */
export const StanzaLine = memo(function StanzaLine({
  document,
  of,
  density,
  most,
  isBare,
  planned,
  differs,
  isFixed,
  chosen,
  reached,
  from,
  part,
  headFor,
}: {
  document: SongDocument;
  of: LineOfSheet;
  density: number;
  /** The densest line of the song, which fills its bar. */
  most: number;
  /** True for a phrase that ends as if nothing ended there. */
  isBare: boolean;
  /** Planned end of the phrase, while a plan is looked at. */
  planned: string;
  /** Number of its differences from a target. */
  differs: number;
  /** True for a line that is only looked at, such as one of a performance. */
  isFixed: boolean;
  /** The keys of the slots that are chosen; none where none of this line's is. */
  chosen: ReadonlySet<string>;
  /** The keys of the slots that the last edit reached, for a moment; none where none of this line's is. */
  reached: ReadonlySet<string>;
  /** The key of the slot and the place in it from which the song is played; null where it is not on this line. */
  from: { readonly slot: string; readonly beat: number } | null;
  /** The part that alone is drawn; null for all. */
  part: string | null;
  /** Keeper of a line's play head. */
  headFor: (key: string) => (element: HTMLElement | null) => void;
}) {
  const { place, line, nth } = of;
  const { occurrence, section } = place;
  const followed = section.follows === undefined ? undefined : indexOf(document).section(section.follows);
  const differences = followed
    ? differenceCache(section, [followed], () => differencesBySlot(document, section))
    : null;
  const keyOfPiece = (piece: LinePiece) => keyOf({ occurrence: occurrence.id, slot: piece.slot.id });
  const pieces = (line?.pieces ?? []).map((piece): DrawnPiece => ({
    slot: piece.slot.id,
    onLine: piece.onLine,
    inSlot: piece.inSlot,
    length: piece.length,
    slotLength: piece.slot.length,
    meter: slotMeter(document, section, piece.slot),
    face: faceOf(document, { occurrence, section, start: line?.start ?? 0 }, piece, part),
    isPlanned: planned !== '' && piece === line?.pieces.at(-1),
    differs: (piece.inSlot === 0 && differences?.get(piece.slot.id)) || '',
    isChosen: chosen.has(keyOfPiece(piece)),
    isReached: reached.has(keyOfPiece(piece)),
    beat: from?.slot === keyOfPiece(piece) ? beatOn(piece, from.beat) : null,
  }));
  const bars = place.bars / occurrence.times;
  const bareAt = useMemo(
    () => (isBare ? { occurrence: occurrence.id, phrase: nth } : null),
    [isBare, occurrence.id, nth],
  );
  return (
    <>
      <div className={line ? 'name full' : 'name'}>
        {nth === 0 && (
          <SectionHead
            occurrence={occurrence.id}
            section={section.id}
            isFixed={isFixed}
            name={section.name}
            about={[
              counted(bars, 'bar'),
              occurrence.times > 1 ? `${occurrence.times} times` : '',
              section.meter ? meterName(section.meter) : '',
              section.tempo ? `${figure(section.tempo.to)} bpm` : '',
            ]
              .filter(Boolean)
              .join(', ')}
            follows={
              followed &&
              `follows ${followed.name}${differences?.size ? `, ${counted(differences.size, 'change')}` : ''}`
            }
          />
        )}
      </div>
      {line ? (
        <SheetLine
          occurrence={occurrence.id}
          section={section.id}
          sectionName={section.name}
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
      {line ? (
        <Density value={density} most={most} bareAt={bareAt} planned={planned} differs={differs} />
      ) : (
        <span />
      )}
    </>
  );
});

const SectionHead = memo(function SectionHead({
  occurrence,
  section: id,
  isFixed,
  name,
  about,
  follows,
}: {
  occurrence: string;
  section: string;
  isFixed: boolean;
  name: string;
  about: string;
  /** Name of the section that it follows, with the number of changes. */
  follows: string | undefined;
}) {
  const edit = useEdit();
  const store = useDocumentStore();
  const isWorkedOn = useIsWorkedOn(occurrence);
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
        title={isWorkedOn ? `${name}: another window works here` : name}
        onClick={(event) => {
          if (event.shiftKey) chooseSectionsUpTo(store.getState().document, occurrence);
          else chooseOccurrence(occurrence);
        }}
        sx={{
          fontFamily: SERIF,
          fontWeight: 600,
          fontSize: TEXT.title,
          lineHeight: 1.25,
          cursor: 'pointer',
          ...(isWorkedOn && OTHERS_HERE),
        }}
      >
        {name}
      </Typography>
      <Typography sx={{ fontSize: TEXT.small, color: color('soft') }}>{about}</Typography>
      {follows && (
        <Typography sx={{ fontSize: TEXT.fine, color: color('soft'), lineHeight: 1.2 }}>{follows}</Typography>
      )}
      {!isFixed && (
        <Button
          variant="text"
          onClick={add}
          aria-label={`Add a slot to ${name}`}
          className="more"
          sx={{ px: 0.5, py: 0, ml: -0.5, fontSize: TEXT.note, lineHeight: 1.2 }}
        >
          + slot
        </Button>
      )}
    </>
  );
});

const Density = memo(function Density({
  value,
  most,
  bareAt,
  planned,
  differs,
}: {
  value: number;
  most: number;
  /** The phrase, where it ends as if nothing ended there. */
  bareAt: EndAt | null;
  planned: string;
  differs: number;
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
      {planned && (
        <Typography
          noWrap
          title={planned}
          sx={{ fontSize: TEXT.fine, lineHeight: 1.1, color: color('plum') }}
        >
          + {planned}
        </Typography>
      )}
      {differs > 0 && (
        <Typography sx={{ fontSize: TEXT.fine, lineHeight: 1.1, color: color('snare') }}>
          {differs} off the target
        </Typography>
      )}
      {bareAt && <GapButton at={bareAt} />}
    </div>
  );
});
