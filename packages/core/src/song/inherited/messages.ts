import { LIMITS } from '../limits.ts';
import { type Messages, messagesOver, messagesSchema, NO_MESSAGES } from '../messages.ts';
import { plainInheritance } from './inheritance.ts';

/** Messages to the channel of a part of notes beside its notes, such as a pedal. */
export const inheritedMessages = plainInheritance<Messages>({
  schema: messagesSchema,
  rest: NO_MESSAGES,
  off: NO_MESSAGES,
  followed: (messages, { from, length, period }) =>
    messagesOver(messages, from, length, period, LIMITS.messages),
});
