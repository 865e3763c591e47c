import { Box } from '@mui/material';
import { occurrencePlaces } from '@plucky/core/form';
import type { SongDocument } from '@plucky/core/song';
import { useMemo, useRef } from 'react';
import { useSong } from '../../document/context.tsx';
import { useSheet } from '../../session/sheet.ts';
import { later } from '../../shared/ui/later.tsx';
import { roomColumns } from '../../shared/ui/room-columns.ts';
import { useSeen } from '../../shared/ui/useSeen.ts';
import { type DressPlan, useDressPlan } from './dress-session.ts';
import { heightOfLine } from './line-height.ts';
import { usePerformance } from './perform/perform-session.ts';
import { type LineOfSheet, linesOfSheet } from './sheet-lines.ts';
import { SheetInspector } from './SheetInspector.tsx';
import { SheetPage } from './SheetPage.tsx';
import { chooseBeatAt, deviationsByLine, lineOf, useHeld } from './target/target-session.ts';

const DressPanel = later(async () => (await import('./DressPanel.tsx')).DressPanel);
const PatternsPanel = later(async () => (await import('./PatternsPanel.tsx')).PatternsPanel);
const TargetPanel = later(async () => (await import('./target/TargetPanel.tsx')).TargetPanel);
const PerformPanel = later(async () => (await import('./perform/PerformPanel.tsx')).PerformPanel);

/** The song as lines on a page: a section is a stanza, a line is a phrase; and beside it a tool, or what is chosen. */
export function SheetRoom() {
  const song = useSong();
  const dress = useDressPlan(song);
  const performance = usePerformance(song);
  return <SheetOf song={song} dress={dress} performance={performance} />;
}

function SheetOf({
  song,
  dress,
  performance,
}: {
  song: SongDocument;
  /** The plan that is looked at, and what is performed; null while there is none. */
  dress: DressPlan | null;
  performance: ReturnType<typeof usePerformance>;
}) {
  // While a plan is looked at it is drawn in its place, and while something is performed that is.
  const document = performance?.drawn ?? dress?.dressed ?? song;
  const lines = useMemo(() => linesOfSheet(document, occurrencePlaces(document)), [document]);
  const held = useHeld(song);
  const patternsShown = useSheet((session) => session.patternsShown);
  const deviations = held?.attempt ? deviationsByLine(held.attempt, lines) : null;
  const scroller = useRef<HTMLElement>(null);
  const view = useSeen({ count: lines.length, height: (at) => heightOfLine(lines, at), scroller });
  const { goTo } = view;
  const plannedAt = ({ place, line }: LineOfSheet) =>
    (line && dress?.names.get(`${place.section.id} ${line.start + line.length}`)) ?? '';
  return (
    <Box sx={roomColumns('minmax(0, 1fr) 232px', 'minmax(0, 1fr) 268px')}>
      <SheetPage
        content={{ document, lines, isFixed: performance !== null, plannedAt, deviations }}
        scroller={scroller}
        view={view}
      />
      {performance ? (
        <PerformPanel document={song} heard={performance.heard} />
      ) : dress ? (
        <DressPanel
          document={song}
          dress={dress}
          onGoTo={({ occurrence, phrase }) => {
            goTo(lines.findIndex((line) => line.place.occurrence.id === occurrence && line.nth === phrase));
          }}
        />
      ) : held ? (
        <TargetPanel
          document={song}
          held={held}
          onGoTo={(tick) => {
            chooseBeatAt(song, tick);
            goTo(lineOf(lines, tick));
          }}
        />
      ) : patternsShown ? (
        <PatternsPanel />
      ) : (
        <SheetInspector />
      )}
    </Box>
  );
}
