import { Box, styled, Typography } from '@mui/material';
import { moveSlots, occurrencePlaces, phraseEnds } from '@plucky/core/form';
import { densities } from '@plucky/core/play';
import { type Id, indexOf, type SongDocument } from '@plucky/core/song';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef } from 'react';
import { useEdit, useSong } from '../../document/context.tsx';
import { chooseOccurrence, chosenPlaces, useSession, useSessionFields } from '../../session/store.ts';
import { DragArea } from '../../shared/drag/DragArea.tsx';
import type { Carried } from '../../shared/drag/useCarried.ts';
import { later } from '../../shared/ui/later.tsx';
import { roomColumns } from '../../shared/ui/room-columns.ts';
import { color } from '../../shared/ui/tokens.ts';
import { useLatest } from '../../shared/ui/useLatest.ts';
import { useSeen } from '../../shared/ui/useSeen.ts';
import { cueOccurrence } from '../../transport/cue.ts';
import { usePlayhead, useWhatPlays } from '../../transport/useTransport.ts';
import { AddSection } from './AddSection.tsx';
import { chosenSlots, inOneSection, keyOf } from './chosen-slots.ts';
import { useDressPlan } from './dress-session.ts';
import { FormBar } from './FormBar.tsx';
import { usePerformance } from './perform/perform-session.ts';
import { headKey, type LineOfSheet, linesOfSheet, stanzasOf } from './sheet-lines.ts';
import { SheetInspector } from './SheetInspector.tsx';
import type { CarriedSlot } from './SheetLine.tsx';
import { LINE, SHEET_STYLE, Stanza, StanzaLine } from './Stanza.tsx';
import { deviationsByLine, lineOf, useHeld } from './target/target-session.ts';
import { useBox } from './useBox.ts';
import { useSheetKeys } from './useSheetKeys.ts';

const DressPanel = later(async () => (await import('./DressPanel.tsx')).DressPanel);
const TargetPanel = later(async () => (await import('./target/TargetPanel.tsx')).TargetPanel);
const PerformPanel = later(async () => (await import('./perform/PerformPanel.tsx')).PerformPanel);

/** The song as lines on a page: a section is a stanza, a line is a phrase. */
export function SheetRoom() {
  const song = useSong();
  const dress = useDressPlan(song);
  const performance = usePerformance(song);
  // While a plan is looked at it is drawn in its place, and while something is performed that is.
  const document = performance?.drawn ?? dress?.dressed ?? song;
  const places = useMemo(() => occurrencePlaces(document), [document]);
  // The band over the lines follows when they are painted.
  const inBand = useDeferredValue(document);
  const placesInBand = useMemo(() => occurrencePlaces(inBand), [inBand]);
  const lines = useMemo(() => linesOfSheet(document, places), [document, places]);
  // Density follows the painted song, also when the sheet is opened.
  const measured = useDeferredValue(document, null);
  const density = useMemo(() => (measured ? densities(measured) : NO_DENSITY), [measured]);
  const bare = useMemo(() => {
    const ends = phraseEnds(document).filter((end) => end.isBare);
    return new Set(ends.map((end) => `${end.occurrence} ${end.phrase}`));
  }, [document]);
  const held = useHeld(song);
  const deviations = useMemo(
    () => (held?.attempt ? deviationsByLine(held.attempt, lines) : null),
    [held, lines],
  );
  const plannedAt = ({ place, line }: LineOfSheet) =>
    (line && dress?.names.get(`${place.section.id} ${line.start + line.length}`)) ?? '';
  const most = Math.max(1, ...[...density.values()].flat());
  const choice = useSessionFields('slot', 'slots', 'beat');
  const chosen = useMemo(() => new Set(chosenPlaces(choice).map(keyOf)), [choice]);
  const from = useMemo(() => choice.slot && { slot: keyOf(choice.slot), beat: choice.beat }, [choice]);
  const partSeen = useSession((session) => session.partSeen);
  const part = partSeen !== null && indexOf(document).part(partSeen) ? partSeen : null;
  const scroller = useRef<HTMLElement>(null);
  const { seen, above, below, measure, goTo } = useSeen({
    count: lines.length,
    height: (at) => heightOf(lines, at),
    scroller,
  });
  useSheetKeys(!performance);
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
  const { box, handlers } = useBox(scroller);
  const { headFor, show } = useSheetPlayhead(document, (key) => {
    const at = lines.findIndex(({ place, line }) => line && headKey(place.occurrence.id, line.start) === key);
    if (at >= 0) goTo(at);
  });
  usePlayhead(show);
  // An added section is brought into view once it has a line.
  const wanted = useRef<Id | null>(null);
  useEffect(() => {
    if (wanted.current === null) return;
    const at = lines.findIndex(({ place }) => place.occurrence.id === wanted.current);
    if (at < 0) return;
    wanted.current = null;
    goTo(at);
  });
  const onTaken = (occurrence: Id) => {
    wanted.current = occurrence;
  };
  const goToOccurrence = useLatest((occurrence: Id) => {
    chooseOccurrence(occurrence);
    cueOccurrence(song, occurrence);
    goTo(lines.findIndex((line) => line.place.occurrence.id === occurrence));
  });
  return (
    <Box sx={roomColumns('minmax(0, 1fr) 232px', 'minmax(0, 1fr) 268px')}>
      <Page ref={scroller} aria-label="Sheet" {...handlers}>
        <FormBar document={inBand} places={placesInBand} onGoTo={goToOccurrence} />
        {places.length === 0 && <EmptySheet />}
        <DragArea<CarriedSlot> onDrop={move}>
          {above > 0 && <div style={{ height: above }} />}
          {stanzasOf(lines, seen).map(({ place, at }) => (
            <Stanza key={place.occurrence.id} place={place}>
              {at.map((i) => {
                const line = lines[i];
                if (!line) return null;
                const isEnd = lines[i + 1]?.place !== place;
                return (
                  <div
                    key={line.nth}
                    ref={measure}
                    data-index={i}
                    className={`line${isEnd ? ' end' : ''}${line.isOnly ? ' only' : ''}`}
                  >
                    <StanzaLine
                      document={document}
                      of={line}
                      density={density.get(place.occurrence.id)?.[line.nth] ?? 0}
                      most={most}
                      isBare={!performance && bare.has(`${place.occurrence.id} ${line.nth}`)}
                      isFixed={performance !== null}
                      planned={plannedAt(line)}
                      differs={deviations?.get(i) ?? 0}
                      chosen={chosen}
                      from={from}
                      part={part}
                      headFor={headFor}
                    />
                  </div>
                );
              })}
            </Stanza>
          ))}
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
      </Page>
      {performance ? (
        <PerformPanel document={song} heard={performance.heard} onTaken={onTaken} />
      ) : dress ? (
        <DressPanel
          document={song}
          dress={dress}
          onGoTo={({ occurrence, phrase }) => {
            goTo(lines.findIndex((line) => line.place.occurrence.id === occurrence && line.nth === phrase));
          }}
        />
      ) : held ? (
        <TargetPanel document={song} held={held} onGoTo={(tick) => goTo(lineOf(lines, tick))} />
      ) : (
        <SheetInspector />
      )}
    </Box>
  );
}

/** No line is measured yet. */
const NO_DENSITY: ReturnType<typeof densities> = new Map();

/** Height of a line with its foot, in px. */
function heightOf(lines: readonly LineOfSheet[], at: number): number {
  const [line, next] = [lines[at], lines[at + 1]];
  const below = LINE.gap + (next?.place === line?.place ? 0 : LINE.stanza);
  return line?.isOnly ? Math.max(LINE.only, LINE.height + below) : LINE.height + below;
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
    scrollMarginTop: '96px',
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
      <AddSection />
    </Box>
  );
}

/** Keeper of the lines' play heads, with the way to show the sounding one. */
function useSheetPlayhead(document: SongDocument, onLine: (key: string) => void) {
  const heads = useRef(new Map<string, HTMLElement>());
  const keepers = useRef(new Map<string, (element: HTMLElement | null) => void>());
  const lit = useRef<HTMLElement | null>(null);
  const follow = useLatest(onLine);
  /** The line that was heard last, which the page has followed. */
  const line = useRef('');
  const what = useWhatPlays();
  const show = useCallback(
    (place: number | null) => {
      if (lit.current) lit.current.style.opacity = '0';
      lit.current = null;
      if (place === null || what?.origin == null) {
        line.current = '';
        return;
      }
      const { phraseBars } = indexOf(document).song;
      const at = lineAt(document, place + what.origin, phraseBars);
      if (at && at.key !== line.current) {
        // The page stays at the place where playing begins; from there on it follows.
        if (line.current) follow(at.key);
        line.current = at.key;
      }
      const head = at && heads.current.get(at.key);
      if (!head) return;
      head.style.opacity = '1';
      head.style.left = `${at.share * 100}%`;
      lit.current = head;
    },
    [document, what, follow],
  );
  const headFor = useCallback((key: string) => {
    const known = keepers.current.get(key);
    if (known) return known;
    const keep = (element: HTMLElement | null) => {
      if (element) heads.current.set(key, element);
      else heads.current.delete(key);
    };
    keepers.current.set(key, keep);
    return keep;
  }, []);
  return { headFor, show };
}

function lineAt(document: SongDocument, tick: number, phraseBars: number) {
  for (const { occurrence, section, start, length } of occurrencePlaces(document)) {
    if (tick < start || tick >= start + length) continue;
    const once = length / occurrence.times;
    const meter = section.meter ?? indexOf(document).song.meter;
    const line = ((3840 * meter.beats) / meter.unit) * phraseBars;
    const inSection = (tick - start) % once;
    const lineStart = Math.floor(inSection / line) * line;
    return { key: headKey(occurrence.id, lineStart), share: (inSection - lineStart) / line };
  }
  return null;
}
