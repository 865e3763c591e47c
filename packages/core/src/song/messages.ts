import { LIMITS } from './limits.ts';
import type { Described, Zod } from './zod.ts';

/** The highest value of a bend, 8192 being at rest, and of a bend range, which is 128 times its semitones and its cents. */
const FOURTEEN_BITS = 16_383;
/** A bend that moves nothing. */
export const BEND_AT_REST = 8192;

const kindSchema = (z: Zod) => z.union([z.int().min(0).max(127), z.literal(['bend', 'pressure', 'program'])]);
const valueSchema = (z: Zod) => z.int().min(0).max(FOURTEEN_BITS);

/**
 * Messages to the channel of a part of notes beside its notes. `holds` is what is set as they begin; `says` is what is said at
 * its place in ticks, in order: a controller by its number, pressure, program (0..127), or a bend (0..16383).
 */
export const messagesSchema = (z: Zod) =>
  z.strictObject({
    holds: z.array(z.tuple([z.union([kindSchema(z), z.literal('range')]), valueSchema(z)])).max(LIMITS.held),
    says: z
      .array(z.tuple([z.int().min(0).max(LIMITS.slot), kindSchema(z), valueSchema(z)]))
      .max(LIMITS.messages),
  });

/** Messages to the channel of a part beside its notes: what is set as they begin, and what is said then. */
export type Messages = Described<typeof messagesSchema>;
/** Subject of a message: a controller by its number 0..127, the bend, the pressure or the program of a channel. */
export type MessageKind = Messages['says'][number][1];
/** A kind that is set as messages begin, with its value: beside them the range of the bend. */
export type Held = Messages['holds'][number];
/** A message at a place in ticks. */
export type PlacedMessage = Messages['says'][number];

/** No messages. */
export const NO_MESSAGES: Messages = Object.freeze({ holds: Object.freeze([]), says: Object.freeze([]) });

/** The highest value of a message of a kind. */
export function highestOf(kind: Held[0]): number {
  return kind === 'bend' || kind === 'range' ? FOURTEEN_BITS : 127;
}

/** True where nothing is set and nothing said. */
export function isSilent({ holds, says }: Messages): boolean {
  return holds.length === 0 && says.length === 0;
}

/**
 * Controller numbers: modulation, data entry, volume, pan, level (expression), sustain pedal, filter (brightness), and the
 * registered parameter's two halves. Source: MIDI 1.0.
 */
export const CONTROLLER = {
  modulation: 1,
  dataEntry: 6,
  volume: 7,
  pan: 10,
  level: 11,
  dataEntryFine: 38,
  sustain: 64,
  filter: 74,
  parameterFine: 100,
  parameter: 101,
} as const;

/** A parameter number that is none: what follows changes nothing by mistake. */
const NO_PARAMETER = 127;
/** Numbers that set a parameter, which mean nothing without the ones before them. Source: MIDI 1.0, registered parameters. */
const OF_PARAMETERS: ReadonlySet<Held[0]> = new Set([6, 38, 96, 97, 98, 99, 100, 101]);
/** Numbers that do something once: they are no state. Source: MIDI 1.0, channel mode messages. */
const FIRST_MODE = 120;
/** Kinds that would go on sounding in what follows, each with its value at rest: wheels and pedals, pressure and bend. */
const RESTS: readonly Held[] = [
  ['bend', BEND_AT_REST],
  ['pressure', 0],
  ...[CONTROLLER.modulation, 64, 65, 66, 67, 68, 69].map((number): Held => [number, 0]),
];

const REST_OF: ReadonlyMap<Held[0], number> = new Map(RESTS);

/** The value at rest of what would go on sounding otherwise; none for what is only set, such as a level. */
function restOf(kind: Held[0]): number | undefined {
  return REST_OF.get(kind);
}

/** State of a channel: what was said last of each kind, and the parameter that is chosen. */
export class ChannelState {
  readonly #held: Map<Held[0], number>;
  #parameter: readonly [number, number] = [NO_PARAMETER, NO_PARAMETER];

  constructor(holds: readonly Held[] = []) {
    this.#held = new Map(holds);
  }

  /** Takes what is said. */
  hear(kind: Held[0], number: number): void {
    if (kind === CONTROLLER.parameter) this.#parameter = [number, this.#parameter[1]];
    else if (kind === CONTROLLER.parameterFine) this.#parameter = [this.#parameter[0], number];
    else if (kind === 98 || kind === 99) this.#parameter = [NO_PARAMETER, NO_PARAMETER];
    else if (kind === CONTROLLER.dataEntry && this.#choosesRange()) this.#held.set('range', number * 128);
    else if (kind === CONTROLLER.dataEntryFine && this.#choosesRange())
      this.#held.set('range', Math.floor((this.#held.get('range') ?? 0) / 128) * 128 + number);
    if (!OF_PARAMETERS.has(kind) && !(typeof kind === 'number' && kind >= FIRST_MODE))
      this.#held.set(kind, number);
  }

  /** All that is set but at rest, in the order in which it was said first. */
  held(): Held[] {
    return [...this.#held].filter(([kind, number]) => restOf(kind) !== number);
  }

  /** A state of its own that is as this one. */
  copy(): ChannelState {
    const copy = new ChannelState([...this.#held]);
    copy.#parameter = this.#parameter;
    return copy;
  }

  /** Messages that set all of `holds`, and let nothing else sound on; they are taken as said. */
  become(holds: readonly Held[]): (readonly [MessageKind, number])[] {
    const wanted = new Map(holds);
    const said = [...holds, ...RESTS.filter(([kind]) => !wanted.has(kind))]
      .filter(([kind, number]) => (this.#held.get(kind) ?? restOf(kind)) !== number)
      .flatMap(saidOf);
    for (const [kind, number] of said) this.hear(kind, number);
    return said;
  }

  #choosesRange(): boolean {
    return this.#parameter[0] === 0 && this.#parameter[1] === 0;
  }
}

/** The messages that set something. */
function saidOf([kind, number]: Held): (readonly [MessageKind, number])[] {
  return kind === 'range' ? rangeSaid(number) : [[kind, number]];
}

/** The controllers that set a bend range, of 128 times its semitones and its cents: registered parameter 0, closed again. */
export function rangeSaid(range: number): (readonly [number, number])[] {
  return [
    [CONTROLLER.parameter, 0],
    [CONTROLLER.parameterFine, 0],
    [CONTROLLER.dataEntry, range >> 7],
    [CONTROLLER.dataEntryFine, range & 127],
    [CONTROLLER.parameter, NO_PARAMETER],
    [CONTROLLER.parameterFine, NO_PARAMETER],
  ];
}

/** Messages from a tick on for so many ticks; the places of what they say are counted from there. */
export interface MessagesAt {
  readonly start: number;
  readonly length: number;
  readonly messages: Messages;
}

/**
 * Messages that follow one another as they are said, in order of their starts: of what each one holds as it begins only what is not
 * set yet. Where none goes on nothing sounds on; `comesToRest`: at the last one's end too.
 */
export function saidInTurn(
  runs: readonly MessagesAt[],
  { state = new ChannelState(), comesToRest = false }: { state?: ChannelState; comesToRest?: boolean } = {},
): PlacedMessage[] {
  const out: PlacedMessage[] = [];
  const say = (at: number, said: readonly (readonly [MessageKind, number])[]) => {
    for (const [kind, number] of said) out.push([at, kind, number]);
  };
  let end = runs[0]?.start ?? 0;
  for (const { start, length, messages } of runs) {
    if (end < start) say(end, state.become([]));
    end = Math.max(end, start + length);
    say(start, state.become(messages.holds));
    for (const one of messages.says) {
      state.hear(one[1], one[2]);
      out.push(later(one, start));
    }
  }
  if (comesToRest) say(end, state.become([]));
  // Layers of one part can overlap.
  return out.sort(([a], [b]) => a - b);
}

/** Messages that follow one another from tick 0 on, as one. */
export function joinedMessages(runs: readonly MessagesAt[]): Messages {
  const inOrder = runs.filter(({ messages }) => !isSilent(messages)).sort((a, b) => a.start - b.start);
  const [first] = inOrder;
  if (!first) return NO_MESSAGES;
  // Values that are only set, such as a volume, may as well be set before.
  const holds = first.messages.holds.filter(([kind]) => first.start === 0 || restOf(kind) === undefined);
  return { holds, says: saidInTurn(inOrder, { state: new ChannelState(holds), comesToRest: true }) };
}

/** The messages from one place up to another, in ticks, as messages of their own: what is set there, and what is said then. */
export function messagesBetween({ holds, says }: Messages, from: number, to: number): Messages {
  const state = new ChannelState(holds);
  for (const [at, kind, number] of says) if (at < from) state.hear(kind, number);
  const then = says.filter(([at]) => at >= from && at < to);
  return {
    holds: from > 0 ? state.held() : holds,
    says: from > 0 ? then.map((one) => later(one, -from)) : then,
  };
}

/**
 * Messages that repeat every `period` ticks, from a place on for `length` ticks, as messages of their own; no further rounds once
 * there are more than `most`.
 */
export function messagesOver(
  messages: Messages,
  from: number,
  length: number,
  period: number,
  most = Infinity,
): Messages {
  if (isSilent(messages) || length <= 0) return NO_MESSAGES;
  const isWithin = (messages.says.at(-1)?.[0] ?? 0) < period;
  const whole = isWithin ? messages : messagesBetween(messages, 0, period);
  if (from === 0 && length === period) return whole;
  const first = messagesBetween(whole, from, Math.min(period, from + length));
  const runs: MessagesAt[] = [{ start: 0, length: Math.min(period - from, length), messages: first }];
  let count = 0;
  for (let start = period - from; start < length && count <= most; start += period) {
    count += whole.says.length + whole.holds.length;
    runs.push({
      start,
      length: period,
      messages: start + period > length ? messagesBetween(whole, 0, length - start) : whole,
    });
  }
  return { holds: first.holds, says: saidInTurn(runs, { state: new ChannelState(first.holds) }) };
}

/** A message so many ticks later. */
export function later([at, kind, number]: PlacedMessage, by: number): PlacedMessage {
  return [at + by, kind, number];
}
