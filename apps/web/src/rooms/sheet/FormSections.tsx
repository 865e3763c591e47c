import { styled } from '@mui/material';
import type { Id, SectionRole } from '@plucky/core/song';
import { figure } from '@plucky/core/time';
import { type CSSProperties, memo, type ReactNode, useRef } from 'react';
import { occurrencesChosen, useSessionFields } from '../../session/store.ts';
import { DragArea } from '../../shared/drag/DragArea.tsx';
import { useCarried } from '../../shared/drag/useCarried.ts';
import { STEP, stepMarked } from '../../shared/keys/step-marked.ts';
import { roleTint } from '../../shared/ui/role-tint.ts';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { useLatest } from '../../shared/ui/useLatest.ts';
import { chooseSectionsUpTo } from './chosen-sections.ts';
import type { FormViewProps } from './form-view.ts';
import { useFormZoom } from './useFormZoom.ts';
import { useSectionCarrying } from './useSectionCarrying.ts';

/** Width of a bar of the form, and least width of a section, in px. */
const [BAR_WIDTH, LEAST_WIDTH] = [5, 52];

/** The form of the song as a band of its sections, each as wide as it is long; drag one to another place. */
export function FormSections({ document, places, onGoTo }: FormViewProps) {
  const session = useSessionFields('occurrence', 'occurrences');
  const chosen = new Set(occurrencesChosen(session));
  const bars = places.reduce((sum, { lasts }) => sum + lasts, 0);
  const stop =
    places.find(({ occurrence }) => chosen.has(occurrence.id))?.occurrence.id ?? places[0]?.occurrence.id;
  const goTo = useLatest((occurrence: Id, isUpTo: boolean) => {
    if (isUpTo) chooseSectionsUpTo(document, occurrence);
    else onGoTo(occurrence);
  });
  return (
    <CarryArea>
      <ZoomedBand>
        {places.map(({ occurrence, section, lasts, firstBar }) => (
          <SectionBlock
            key={occurrence.id}
            occurrence={occurrence.id}
            name={section.name}
            role={section.role}
            times={occurrence.times}
            bars={lasts}
            share={lasts / bars}
            firstBar={firstBar}
            chosen={chosen.has(occurrence.id)}
            isStop={occurrence.id === stop}
            onGoTo={goTo}
          />
        ))}
      </ZoomedBand>
    </CarryArea>
  );
}

/** The band as it is zoomed: at rest it is filled, closer up each section takes its share of what the page shows. */
function ZoomedBand({ children }: { children: ReactNode }) {
  const band = useRef<HTMLDivElement>(null);
  const zoom = useFormZoom(band);
  const look = { '--zoom': zoom, '--spread': zoom > 1 ? zoom : 0 } as CSSProperties;
  return (
    <Band
      ref={band}
      role="listbox"
      aria-multiselectable
      aria-label="Form"
      style={look}
      data-keys="room"
      onKeyDown={stepMarked}
    >
      {children}
    </Band>
  );
}

function widthOf(bars: number, share: number): string {
  return `max(${LEAST_WIDTH}px, calc(${bars * BAR_WIDTH}px * var(--zoom)), calc(${share * 100}% * var(--spread)))`;
}

function CarryArea({ children }: { children: ReactNode }) {
  return <DragArea<Id> {...useSectionCarrying()}>{children}</DragArea>;
}

const Band = styled('div')({
  flex: '1 1 100%',
  minWidth: 0,
  display: 'flex',
  gap: 2,
  overflowX: 'auto',
  scrollbarWidth: 'thin',
  '& [role=option]': {
    flex: '1 0 auto',
    padding: '3px 7px',
    textAlign: 'left',
    font: 'inherit',
    color: 'inherit',
    cursor: 'pointer',
    border: `1px solid ${color('strong')}`,
    borderRadius: 8,
    overflow: 'hidden',
    whiteSpace: 'nowrap',
  },
  '& .chosen': { borderColor: color('plum'), background: color('wash') },
  '& .name': {
    display: 'block',
    fontSize: TEXT.note,
    fontWeight: 600,
    overflow: 'hidden',
    textOverflow: 'ellipsis',
  },
  // The bar is read from the title; a name is what a section is called by.
  '& [role=option]::after': {
    content: 'attr(data-bar) / ""',
    display: 'block',
    fontSize: TEXT.tiny,
    color: color('soft'),
  },
});

const SectionBlock = memo(function SectionBlock({
  occurrence,
  name,
  role,
  times,
  bars,
  share,
  firstBar,
  chosen,
  isStop,
  onGoTo,
}: {
  occurrence: Id;
  name: string;
  role: SectionRole;
  times: number;
  /** Length, repeats counted. */
  bars: number;
  /** Share of the song. */
  share: number;
  /** First bar in the song. */
  firstBar: number;
  chosen: boolean;
  /** True for the one that the Tab key stops at; arrows go on from there. */
  isStop: boolean;
  /** Goes to the section, or chooses up to it; the same function at every drawing. */
  onGoTo: (occurrence: Id, isUpTo: boolean) => void;
}) {
  const { isOver, handles } = useCarried<Id>(`occurrence ${occurrence}`, {
    kind: 'section',
    name,
    value: occurrence,
  });
  return (
    <div
      role="option"
      {...STEP}
      {...handles}
      tabIndex={isStop ? 0 : -1}
      className={chosen || isOver ? 'chosen' : ''}
      data-bar={figure(firstBar)}
      title={`${name}, from bar ${figure(firstBar)}. Shift chooses up to here.`}
      aria-selected={chosen}
      onClick={(event) => onGoTo(occurrence, event.shiftKey)}
      style={{
        width: widthOf(bars, share),
        flexGrow: bars,
        ...(chosen ? {} : { background: roleTint(role) }),
      }}
    >
      <span className="name">
        {name}
        {times > 1 ? ` ×${times}` : ''}
      </span>
    </div>
  );
});
