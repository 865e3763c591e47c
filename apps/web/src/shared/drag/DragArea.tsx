import {
  type Active,
  type CollisionDetection,
  DndContext,
  type DragMoveEvent,
  DragOverlay,
  KeyboardSensor,
  MeasuringStrategy,
  type Over,
  PointerSensor,
  pointerWithin,
  rectIntersection,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { Box } from '@mui/material';
import { type ReactNode, useMemo, useState } from 'react';
import { capsOf } from '../keys/command.ts';
import { color } from '../ui/tokens.ts';
import { EarlyKeys } from './EarlyKeys.tsx';
import { holdKeys } from './held-keys.ts';
import { type Laid, laidAt } from './laid.ts';
import { PICK_UP } from './pick-up.ts';
import { stepThrough } from './step-through.ts';
import type { Carried } from './useCarried.ts';
import { useCopying } from './useCopying.ts';

/** Way of the pointer from a press to a drag, in pixels. */
export const DISTANCE = 6;

const INSTRUCTIONS = `Press ${capsOf(PICK_UP).join(' ')} to pick this up. While it is carried, arrows move it, Enter lays it down, and Escape puts it back.`;

const carriedOf = (one: Active | Over | null) => one?.data.current as Carried | undefined;

/** Under the pointer; where keys carry it, under most of what is carried. Only what takes its kind. */
const collide: CollisionDetection = (args) => {
  const kind = carriedOf(args.active)?.kind;
  const droppableContainers = args.droppableContainers.filter(
    (one) => (one.data.current as Carried | undefined)?.kind === kind && one.id !== args.active.id,
  );
  const find = args.pointerCoordinates ? pointerWithin : rectIntersection;
  return find({ ...args, droppableContainers });
};

// Made once: with other options all that can be carried is drawn anew.
const BY_POINTER = { activationConstraint: { distance: DISTANCE } };
const BY_KEYS = {
  coordinateGetter: stepThrough,
  keyboardCodes: { start: [PICK_UP.code], cancel: ['Escape'], end: ['Enter', 'Space', PICK_UP.code] },
};
const MEASURING = { droppable: { strategy: MeasuringStrategy.WhileDragging } };

/**
 * A part of the page whose things can be dragged onto one another, by the mouse and by keys; every step is told to those
 * who do not see it.
 */
export function DragArea<T>({
  onDrop,
  sayHow,
  scrolls = true,
  children,
}: {
  /** The carried thing, and the place where it was let go of. */
  onDrop: (carried: Carried<T>, onto: Carried<T>, how: Laid) => void;
  /** The effect of letting go there, in words. */
  sayHow?: (carried: Carried<T>, onto: Carried<T>, how: Laid) => string;
  /** True where its container scrolls when something is carried to its edge; not where it stays in view by itself. */
  scrolls?: boolean;
  children: ReactNode;
}) {
  const [carried, setCarried] = useState<Carried | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, BY_POINTER), useSensor(KeyboardSensor, BY_KEYS));
  const announcements = useMemo(() => {
    const name = (one: Active | Over | null) => carriedOf(one)?.name ?? '';
    return {
      onDragStart: ({ active }: { active: Active }) => `${name(active)} is picked up.`,
      onDragOver: ({ active, over }: { active: Active; over: Over | null }) =>
        over ? `${name(active)} is over ${name(over)}.` : `${name(active)} is over nothing.`,
      onDragEnd: ({ active, over }: { active: Active; over: Over | null }) =>
        over ? `${name(active)} is laid on ${name(over)}.` : `${name(active)} stays where it was.`,
      onDragCancel: ({ active }: { active: Active }) => `${name(active)} is put back.`,
    };
  }, []);
  const [words, setWords] = useState('');
  const copies = useCopying(carried !== null);
  const end = () => {
    setCarried(null);
    setWords('');
    holdKeys(false);
  };
  const say = (event: DragMoveEvent) => {
    const [from, onto] = [carriedOf(event.active), carriedOf(event.over)];
    const isSaid = sayHow && from && onto && event.active.id !== event.over?.id;
    setWords(isSaid ? sayHow(from as Carried<T>, onto as Carried<T>, laidAt(event, copies())) : '');
  };
  return (
    <DndContext
      sensors={sensors}
      autoScroll={scrolls}
      collisionDetection={collide}
      measuring={MEASURING}
      accessibility={{ announcements, screenReaderInstructions: { draggable: INSTRUCTIONS } }}
      onDragStart={({ active }) => {
        setCarried(carriedOf(active) ?? null);
        holdKeys(true);
      }}
      onDragMove={say}
      // A move is told with what was under the pointer before it.
      onDragOver={say}
      onDragCancel={end}
      onDragEnd={(event) => {
        const how = laidAt(event, copies());
        end();
        const [from, onto] = [carriedOf(event.active), carriedOf(event.over)];
        if (from && onto) onDrop(from as Carried<T>, onto as Carried<T>, how);
      }}
    >
      {children}
      <EarlyKeys />
      <DragOverlay dropAnimation={null}>
        {carried && (
          <Box
            component="span"
            sx={{
              display: 'inline-block',
              px: 1.25,
              py: 0.5,
              borderRadius: '10px',
              border: `1px solid ${color('plum')}`,
              background: color('wash'),
              color: color('ink'),
              fontWeight: 600,
              whiteSpace: 'nowrap',
              pointerEvents: 'none',
            }}
          >
            {words || carried.name}
          </Box>
        )}
      </DragOverlay>
    </DndContext>
  );
}
