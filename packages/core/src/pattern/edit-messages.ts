import {
  type Id,
  indexOf,
  LIMITS,
  type MessageKind,
  messageName,
  type Outcome,
  saysSame,
  type SongDocument,
  withoutKind,
} from '../song/index.ts';
import { resolve } from './resolve.ts';

/**
 * Takes what a pattern says of one kind beside its notes away, such as its pedal; what it follows keeps its own. Slots with messages
 * of their own keep those. Throws RangeError when no pattern has this id.
 */
export function removeMessages(document: SongDocument, id: Id, kind: MessageKind): Outcome {
  const { pattern, messages } = resolve(document, id);
  const left = withoutKind(messages, kind);
  if (saysSame(left, messages)) return null;
  if (left.says.length > LIMITS.messages)
    return { reason: `${pattern.name} would hold more than ${LIMITS.messages} messages of its own.` };
  return {
    label: `${messageName(kind).toLowerCase()} out of ${pattern.name}`,
    put: [{ ...pattern, messages: left }],
    remove: [],
  };
}

/** Lets a pattern say beside its notes what the one that it follows says; nothing where it follows none. */
export function followMessages(document: SongDocument, id: Id): Outcome {
  const pattern = indexOf(document).pattern(id);
  if (!pattern?.messages) return null;
  const { messages: _, ...followed } = pattern;
  return { label: `controllers of ${pattern.name} as followed`, put: [followed], remove: [] };
}
