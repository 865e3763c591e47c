import { phraseEnds } from '@plucky/core/form';
import { densities } from '@plucky/core/play';
import { indexOf, type SongDocument } from '@plucky/core/song';
import { useDeferredValue, useMemo } from 'react';
import { useSheet } from '../../session/sheet.ts';
import { chosenPlaces, useSessionFields } from '../../session/store.ts';
import { keyOf } from './chosen-slots.ts';
import { type LineOfSheet, stanzasOf } from './sheet-lines.ts';
import { Stanza, StanzaLine } from './Stanza.tsx';
import { useRipple } from './useRipple.ts';

/** A song as it is drawn on its sheet. */
export interface SheetContent {
  readonly document: SongDocument;
  readonly lines: readonly LineOfSheet[];
  /** True while a performance is drawn in the song's place: it cannot be edited there. */
  readonly isFixed: boolean;
  /** Name of what is planned at the end of a line, or nothing. */
  readonly plannedAt: (line: LineOfSheet) => string;
  /** Differences from the target by line; null where nothing is compared. */
  readonly deviations: ReadonlyMap<number, number> | null;
}

interface Seen {
  content: SheetContent;
  seen: Parameters<typeof stanzasOf>[1];
  /** Takes the element of a line, where heights are measured. */
  measure: ((element: HTMLElement | null) => void) | undefined;
  /** The keeper of a line's play head. */
  headFor: (key: string) => (element: HTMLElement | null) => void;
}

/** The lines of a sheet that are seen. */
export function SheetLines(props: Seen) {
  return <Lines {...props} ripple={useRipple(props.content.document)} />;
}

function Lines({
  content: { document, lines, isFixed, plannedAt, deviations },
  seen,
  measure,
  headFor,
  ripple,
}: Seen & {
  /** The keys of the slots that the last edit has reached, for a moment. */
  ripple: ReadonlySet<string>;
}) {
  // Density follows the painted song, also when the sheet is opened.
  const measured = useDeferredValue(document, null);
  const density = useMemo(() => (measured ? densities(measured) : NO_DENSITY), [measured]);
  const most = Math.max(1, ...[...density.values()].flat());
  const bare = useMemo(() => {
    const ends = phraseEnds(document).filter((end) => end.isBare);
    return new Set(ends.map((end) => `${end.occurrence} ${end.phrase}`));
  }, [document]);
  const choice = useSessionFields('slot', 'slots', 'beat');
  const chosen = useMemo(() => new Set(chosenPlaces(choice).map(keyOf)), [choice]);
  const from = useMemo(() => choice.slot && { slot: keyOf(choice.slot), beat: choice.beat }, [choice]);
  const partSeen = useSheet((session) => session.partSeen);
  const part = partSeen !== null && indexOf(document).part(partSeen) ? partSeen : null;
  return stanzasOf(lines, seen).map(({ place, at }) => (
    <Stanza key={place.occurrence.id} place={place}>
      {at.map((i) => {
        const line = lines[i];
        if (!line) return null;
        const isEnd = lines[i + 1]?.place !== place;
        const keys = line.line?.pieces.map(({ slot }) =>
          keyOf({ occurrence: place.occurrence.id, slot: slot.id }),
        );
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
              isBare={!isFixed && bare.has(`${place.occurrence.id} ${line.nth}`)}
              isFixed={isFixed}
              planned={plannedAt(line)}
              differs={deviations?.get(i) ?? 0}
              chosen={keys?.some((key) => chosen.has(key)) ? chosen : NONE_CHOSEN}
              reached={keys?.some((key) => ripple.has(key)) ? ripple : NONE_CHOSEN}
              from={from && keys?.includes(from.slot) ? from : null}
              part={part}
              headFor={headFor}
            />
          </div>
        );
      })}
    </Stanza>
  ));
}

const NONE_CHOSEN: ReadonlySet<string> = new Set();
/** No line is measured yet. */
const NO_DENSITY: ReturnType<typeof densities> = new Map();
