import { Box, styled, Typography } from '@mui/material';
import { occurrencePlaces } from '@plucky/core/form';
import type { Id, SongDocument } from '@plucky/core/song';
import { type ComponentProps, type RefObject, useDeferredValue, useMemo } from 'react';
import { useSong } from '../../document/context.tsx';
import { chooseOccurrence } from '../../session/store.ts';
import { DragArea } from '../../shared/drag/DragArea.tsx';
import { color } from '../../shared/ui/tokens.ts';
import { useLatest } from '../../shared/ui/useLatest.ts';
import type { useSeen } from '../../shared/ui/useSeen.ts';
import { cueOccurrence } from '../../transport/cue.ts';
import { AddSection } from './AddSection.tsx';
import type { SheetView } from './form-view.ts';
import { FormBar } from './FormBar.tsx';
import { headKey } from './sheet-lines.ts';
import type { CarriedSlot } from './SheetLine.tsx';
import { type SheetContent, SheetLines } from './SheetLines.tsx';
import { LINE, SHEET_STYLE } from './Stanza.tsx';
import { useBox } from './useBox.ts';
import { useChosenInView } from './useChosenInView.ts';
import { useFormKeys } from './useFormKeys.ts';
import { useSheetKeys } from './useSheetKeys.ts';
import { useSheetPlayhead } from './useSheetPlayhead.ts';
import { useSlotCarrying } from './useSlotCarrying.ts';

/** The page of a sheet: the form as a band, and under it the lines that are seen, which are chosen by a box and dragged. */
export function SheetPage({
  content,
  scroller,
  view: { seen, above, below, measure, goTo },
}: {
  content: SheetContent;
  scroller: RefObject<HTMLElement | null>;
  view: ReturnType<typeof useSeen>;
}) {
  const { document, lines, isFixed } = content;
  const carrying = useSlotCarrying();
  const { box, handlers } = useBox(scroller);
  return (
    <Page ref={scroller} aria-label="Sheet" {...handlers}>
      <FormBand
        {...{ document, lines, scroller }}
        onGoTo={(occurrence) => goTo(lines.findIndex((line) => line.place.occurrence.id === occurrence))}
      />
      {lines.length === 0 && <EmptySheet />}
      <DragArea<CarriedSlot> {...carrying}>
        {above > 0 && <div style={{ height: above }} />}
        <PlayedLines {...{ content, seen, measure, goTo }} />
        {below > 0 && <div style={{ height: below }} />}
      </DragArea>
      {box && (
        <div
          className="box"
          style={{
            left: box.left,
            top: box.top,
            width: box.right - box.left,
            height: box.bottom - box.top,
          }}
        />
      )}
      <ChosenInView {...{ lines, scroller, goTo }} />
      <FormKeys isOn={!isFixed} />
      <Keys isOn={!isFixed} />
    </Page>
  );
}

/** A part of its own, so that the page is not drawn anew for each choice. */
function ChosenInView({
  lines,
  scroller,
  goTo,
}: Pick<SheetView, 'lines' | 'scroller'> & { readonly goTo: (line: number) => void }) {
  useChosenInView(lines, scroller, goTo);
  return null;
}

function Keys({ isOn }: { isOn: boolean }) {
  useSheetKeys(isOn);
  return null;
}

/** Before the keys of the slots, which take what these leave. */
function FormKeys({ isOn }: { isOn: boolean }) {
  useFormKeys(isOn);
  return null;
}

/** The lines with the play head on the one that sounds, which the page follows. */
function PlayedLines({
  goTo,
  ...props
}: { readonly goTo: (line: number) => void } & Omit<ComponentProps<typeof SheetLines>, 'headFor'>) {
  const { document, lines } = props.content;
  const headFor = useSheetPlayhead(document, (key) => {
    const at = lines.findIndex(({ place, line }) => line && headKey(place.occurrence.id, line.start) === key);
    if (at >= 0) goTo(at);
  });
  return <SheetLines {...props} headFor={headFor} />;
}

/** The form over the lines; it follows when they are painted. */
function FormBand({
  document,
  lines,
  scroller,
  onGoTo,
}: SheetView & {
  document: SongDocument;
  onGoTo: (occurrence: Id) => void;
}) {
  const song = useSong();
  const painted = useDeferredValue(document);
  const paintedLines = useDeferredValue(lines);
  const places = useMemo(() => occurrencePlaces(painted), [painted]);
  const goTo = useLatest((occurrence: Id) => {
    chooseOccurrence(occurrence);
    cueOccurrence(song, occurrence);
    onGoTo(occurrence);
  });
  return <FormBar {...{ places, scroller }} document={painted} lines={paintedLines} onGoTo={goTo} />;
}

/** The page that the lines stand on; how all of them look is said here once. Without room a section's name stands over its lines. */
const Page = styled('section')(({ theme }) => ({
  overflow: 'auto',
  padding: '0 18px 24px',
  ...SHEET_STYLE,
  '& .line': {
    display: 'grid',
    gridTemplateColumns: '104px minmax(0, 1fr) 104px',
    columnGap: '10px',
    paddingBottom: LINE.gap,
    // The head of the page stands over what is scrolled under it.
    scrollMarginTop: '148px',
    scrollMarginBottom: '8px',
    // A change within a line moves nothing in the others.
    contain: 'layout style',
  },
  // A section's name needs more room than its only line, and may stand beside its second one.
  '& .line .name': { height: LINE.height },
  '& .line.only': { minHeight: LINE.only },
  '& .box': {
    position: 'fixed',
    zIndex: 4,
    background: color('wash'),
    opacity: 0.45,
    border: `1.5px dashed ${color('plum')}`,
    pointerEvents: 'none',
  },
  '& .line.end': { paddingBottom: LINE.gap + LINE.stanza },
  '& .line .density': { paddingTop: 8 },
  [theme.breakpoints.down('sm')]: {
    '& .line': { gridTemplateColumns: 'minmax(0, 1fr)' },
    '& .line .name': { height: 'auto' },
    '& .line.only': { minHeight: 0 },
    '& .line .density': { display: 'none' },
  },
}));

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
      <AddSection isNext />
    </Box>
  );
}
