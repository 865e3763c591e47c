import type { Id } from '@plucky/core/song';
import { beatTicks, figure, type Meter } from '@plucky/core/time';
import { memo, type MouseEvent } from 'react';
import { useDocumentStore } from '../../document/context.tsx';
import { choosePattern } from '../../session/groove.ts';
import { chooseSlot, chooseSlotToo } from '../../session/store.ts';
import { useCarried } from '../../shared/drag/useCarried.ts';
import { Miniature } from '../../shared/ui/Miniature.tsx';
import { slotTint } from '../../shared/ui/SlotPiece.tsx';
import { Unseen } from '../../shared/ui/Unseen.tsx';
import { chooseUpTo } from './chosen-slots.ts';
import { ResizeHandle } from './ResizeHandle.tsx';
import type { SlotFace } from './slot-face.ts';

/** A piece of a slot as a line draws it. */
export interface DrawnPiece {
  readonly slot: Id;
  /** Place on its line and in its slot, and the lengths of both, in ticks. */
  readonly onLine: number;
  readonly inSlot: number;
  readonly length: number;
  readonly slotLength: number;
  readonly meter: Meter;
  readonly face: SlotFace;
  /** Differences from the section that this one follows, in words; empty for none. */
  readonly differs: string;
  readonly isChosen: boolean;
  /** True for a moment after an edit of a pattern has reached it. */
  readonly isReached: boolean;
  /** Place in the slot from which the song is played, in ticks; null where none is chosen on this piece. */
  readonly beat: number | null;
  /** True for a piece whose end is only planned. */
  readonly isPlanned: boolean;
}

/** Props that all pieces of a line share. */
interface OfLine {
  readonly occurrence: Id;
  readonly section: Id;
  readonly sectionName: string;
  readonly full: number;
}

/** A phrase: the slots on it with what they play, and the play head. */
export function SheetLine({
  pieces,
  bar,
  headRef,
  ...of
}: OfLine & {
  readonly bar: number;
  readonly pieces: readonly DrawnPiece[];
  readonly headRef: (element: HTMLElement | null) => void;
}) {
  return (
    <div className="phrase">
      <span className="mono bar">{figure(bar)}</span>
      <div className="pieces">
        {pieces.map((piece) => (
          <Piece key={`${piece.slot} ${piece.inSlot}`} {...piece} {...of} />
        ))}
        <div ref={headRef} className="head" />
      </div>
    </div>
  );
}

/** The beat of a piece under the pointer, in ticks from the piece's start; its first where it is pressed by a key. */
function beatUnder({ currentTarget, clientX, detail }: MouseEvent, length: number, meter: Meter): number {
  if (detail === 0) return 0;
  const { left, width } = currentTarget.getBoundingClientRect();
  const at = Math.max(0, Math.min(1, (clientX - left) / width)) * length;
  return Math.floor(Math.min(at, length - 1) / beatTicks(meter)) * beatTicks(meter);
}

/** Slot that is carried on the sheet, at its place there. */
export interface CarriedSlot {
  readonly occurrence: Id;
  readonly section: Id;
  readonly slot: Id;
}

/** Drawn anew only when something on it changes: where its line stands in the song is no matter of its own. */
const Piece = memo(function Piece({
  slot,
  onLine,
  inSlot,
  length,
  slotLength,
  face,
  isChosen,
  isReached,
  beat,
  isPlanned,
  differs,
  occurrence,
  section,
  sectionName,
  meter,
  full,
}: OfLine & DrawnPiece) {
  const store = useDocumentStore();
  const at = { occurrence, slot };
  const choose = (event?: MouseEvent) => {
    if (event?.shiftKey) chooseUpTo(store.getState().document, at);
    else if (event?.ctrlKey || event?.metaKey) chooseSlotToo(at);
    else chooseSlot(at, event ? inSlot + beatUnder(event, length, meter) : 0);
  };
  const name = `Slot ${face.number} of ${sectionName}`;
  const { isOver, handles } = useCarried<CarriedSlot>(`slot ${occurrence} ${slot} ${inSlot}`, {
    kind: 'slot',
    name,
    value: { occurrence, section, slot },
  });
  const look = [
    'slot',
    isPlanned ? 'planned' : '',
    isChosen || isOver ? 'chosen' : '',
    isReached ? 'reached' : '',
    face.hasSilence || face.role === null ? 'broken' : '',
  ];
  return (
    <div
      className="place"
      style={{ left: `${(onLine / full) * 100}%`, width: `${(length / full) * 100}%` }}
      data-slot={`${occurrence} ${slot}`}
      data-occurrence={occurrence}
      data-id={slot}
    >
      <button
        type="button"
        {...handles}
        className={look.join(' ')}
        aria-pressed={isChosen}
        onClick={choose}
        onDoubleClick={() => {
          if (face.pattern !== null) choosePattern(face.pattern);
        }}
        style={{ background: slotTint(face.role) }}
      >
        {beat !== null && <span className="from" style={{ left: `${((beat - inSlot) / length) * 100}%` }} />}
        {face.swell !== null && <span className="swell" style={{ left: `${face.swell * 100}%` }} />}
        <span className="words">
          <span className="title">
            <Unseen>{name}: </Unseen>
            {face.title}
            {face.label && <span className="label">{face.label}</span>}
            {face.others && <span className="others"> + {face.others}</span>}
          </span>
          <span className="special">
            <Unseen>, </Unseen>
            {specialWords(isPlanned, differs, face.words)}
          </span>
        </span>
        <span className="hits">
          <Miniature marks={face.marks} height={54} barShares={face.barShares} />
        </span>
      </button>
      {face.isLast && (
        <ResizeHandle
          section={section}
          slot={slot}
          length={slotLength}
          meter={meter}
          full={full}
          onBegin={() => choose()}
        />
      )}
    </div>
  );
});

/** Words at the end of a slot: that it is planned, where it differs from what it follows, and what it has of its own, each once. */
function specialWords(isPlanned: boolean, differs: string, own: string): string {
  const words = [isPlanned ? 'planned' : '', ...differs.split(', '), ...own.split(' · ')];
  return [...new Set(words.filter(Boolean))].join(' · ');
}
