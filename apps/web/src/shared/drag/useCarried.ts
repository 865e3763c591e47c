import { useDraggable, useDroppable } from '@dnd-kit/core';
import { useCallback } from 'react';

/** Something that can be carried onto others of its kind. */
export interface Carried<T = unknown> {
  /** Only things of one kind are laid on one another. */
  readonly kind: string;
  readonly name: string;
  readonly value: T;
}

/** Makes an element something that is carried, and onto which others of its kind are laid. */
export function useCarried<T>(id: string, carried: Carried<T>) {
  const data = { ...carried };
  const { setNodeRef: setDragged, listeners, attributes, isDragging } = useDraggable({ id, data });
  const { setNodeRef: setTarget, isOver } = useDroppable({ id, data });
  const ref = useCallback(
    (element: HTMLElement | null) => {
      setDragged(element);
      setTarget(element);
    },
    [setDragged, setTarget],
  );
  return {
    isOver: isOver && !isDragging,
    isDragging,
    handles: {
      ref,
      ...listeners,
      'aria-roledescription': attributes['aria-roledescription'],
      'aria-describedby': attributes['aria-describedby'],
    },
  };
}
