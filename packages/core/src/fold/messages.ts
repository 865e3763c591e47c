import { windowStart } from '../pattern/index.ts';
import {
  ChannelState,
  type Id,
  LIMITS,
  type Messages,
  messagesOver,
  NO_EDITS,
  NO_MESSAGES,
  type Pattern,
  type PlacedMessage,
  saidInTurn,
  saysSame,
} from '../song/index.ts';
import type { Member } from './family.ts';
import type { PlayedSpan } from './played-span.ts';
import type { ArrivedMessage } from './said.ts';

/** Goes through the messages of a track in order. */
export class MessageReader {
  readonly #messages: readonly ArrivedMessage[];
  readonly state = new ChannelState();
  #next = 0;

  constructor(messages: readonly ArrivedMessage[]) {
    this.#messages = messages;
  }

  /** Messages from a tick up to another, with all that is set there; stretches are asked for in order. */
  between(start: number, stop: number): Messages {
    this.#hear(start);
    const holds = this.state.held();
    const says = this.#hear(stop).map(({ tick, kind, value }): PlacedMessage => [tick - start, kind, value]);
    return { holds, says };
  }

  /** Takes all that is said before a tick. */
  #hear(stop: number): readonly ArrivedMessage[] {
    const from = this.#next;
    for (let one = this.#messages[this.#next]; one && one.tick < stop; one = this.#messages[++this.#next])
      this.state.hear(one.kind, one.value);
    return this.#messages.slice(from, this.#next);
  }
}

/** True where messages say just what is wanted, by the state of their channel. */
export function saysJust(messages: Messages, length: number, wanted: Messages, state: ChannelState): boolean {
  const said = saidInTurn([{ start: 0, length, messages }], { state });
  return saysSame(said, wanted.says);
}

/** True where something that was said before would go on sounding. */
export function soundsOn(state: ChannelState): boolean {
  return state.copy().become([]).length > 0;
}

/** Gives each pattern the messages that are said most often while all of it is played; one that follows another only what that has not. */
export function withMessages(
  members: readonly Member[],
  spans: readonly PlayedSpan[],
  messages: readonly ArrivedMessage[],
): readonly Member[] {
  if (!messages.length) return members;
  const counts = members.map(() => new Map<string, { readonly messages: Messages; count: number }>());
  const reader = new MessageReader(messages);
  for (const { member, start, stop } of wholePlays(members, spans)) {
    const found = reader.between(start, stop);
    const text = JSON.stringify(found);
    const known = counts[member]?.get(text);
    if (known) known.count++;
    else counts[member]?.set(text, { messages: found, count: 1 });
  }
  const usual = counts.map((texts) => {
    let best = { messages: NO_MESSAGES, count: 0 };
    for (const one of texts.values()) if (one.count > best.count) best = one;
    return best.messages;
  });
  const byId = new Map(members.map(({ pattern }, i) => [pattern.id, { pattern, messages: usual[i] }]));
  return members.map((member, i) => {
    const { pattern } = member;
    const said = fitting(usual[i] ?? NO_MESSAGES);
    const parent = byId.get(pattern.parent ?? '');
    const followed = followedFrom(pattern, parent?.pattern, fitting(parent?.messages ?? NO_MESSAGES));
    return saysSame(said, followed) ? member : { ...member, pattern: { ...pattern, messages: said } };
  });
}

/** Messages as far as a pattern or a slot can hold them. */
export function fitting(messages: Messages): Messages {
  const { holds, says } = messages;
  return says.length > LIMITS.messages ? { holds, says: says.slice(0, LIMITS.messages) } : messages;
}

/** The messages of a member, its own or those that it follows. */
export function messagesOfMember(members: readonly Member[], nth: number): Messages {
  const pattern = members[nth]?.pattern;
  if (!pattern) return NO_MESSAGES;
  if (pattern.messages) return pattern.messages;
  const parent = members.find((one) => one.pattern.id === pattern.parent)?.pattern;
  return followedFrom(pattern, parent, parent?.messages ?? NO_MESSAGES);
}

/** The messages that a pattern follows of its parent, which follows none itself; none without one. */
function followedFrom(pattern: Pattern, parent: Pattern | undefined, messages: Messages): Messages {
  if (!parent) return NO_MESSAGES;
  return messagesOver(messages, windowStart(pattern, parent), pattern.length, parent.length);
}

/** The stretches of a song in which all of a pattern is played, from its start on. */
function wholePlays(
  members: readonly Member[],
  spans: readonly PlayedSpan[],
): { readonly member: number; readonly start: number; readonly stop: number }[] {
  const out: { member: number; start: number; stop: number }[] = [];
  let begun: { readonly member: number; readonly start: number } | null = null;
  let next = 0;
  for (const { at, length, plays } of spans) {
    const period = plays ? (members[plays.member]?.pattern.length ?? 0) : 0;
    if (!plays || (begun && (begun.member !== plays.member || plays.from !== next))) begun = null;
    if (plays?.from === 0) begun = { member: plays.member, start: at };
    next = plays ? plays.from + length : 0;
    if (begun && next === period) out.push({ ...begun, stop: at + length });
    if (next >= period) begun = null;
  }
  return out;
}

/** A pattern of a part in which nothing is played, for messages where it is silent. */
export function silentPattern(id: Id, part: Id, name: string, length: number, order: number): Pattern {
  return {
    id,
    kind: 'pattern',
    part,
    name,
    role: 'groove',
    length: Math.min(length, LIMITS.pattern),
    order,
    shapes: [],
    grids: {},
    ...NO_EDITS,
  };
}
