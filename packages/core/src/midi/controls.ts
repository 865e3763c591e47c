import { type ControlEvent, type Lane, lanesOf, type Timeline } from '../play/index.ts';
import {
  BEND_AT_REST,
  CONTROLLER,
  type ExportOptions,
  type Id,
  rangeSaid,
  type SongDocument,
} from '../song/index.ts';
import type { MidiEvent } from './bytes/format.ts';

const BEND_HIGHEST = 16_383;

/** The events of one lane of a timeline in ticks of the file: the range of its bend first, then what it says. */
export function laneEvents(timeline: Timeline, lane: Lane, scale: (tick: number) => number): MidiEvent[] {
  const own = timeline.controls.filter((event) => event.lane === lane.pattern);
  const range = own.some((event) => event.kind === 'pitch') ? rangeMessage(lane) : [];
  return [...range, ...own.map((event) => controlMessage(event, lane, scale(event.tick)))];
}

/** The messages of a part beside its notes, in ticks of the file; programs only where they leave. */
export function messageEvents(
  { messages }: Pick<Timeline, 'messages'>,
  part: Id,
  { programs }: Pick<ExportOptions, 'programs'>,
  scale: (tick: number) => number,
): MidiEvent[] {
  return messages
    .filter((one) => one.part === part && (programs || one.kind !== 'program'))
    .map(({ tick, channel, kind, value }): MidiEvent => {
      const place = { tick: scale(tick), channel };
      if (kind === 'bend') return { ...place, type: 'pitchBend', value };
      if (kind === 'pressure') return { ...place, type: 'channelPressure', value };
      if (kind === 'program') return { ...place, type: 'program', number: value };
      return { ...place, type: 'controller', number: kind, value };
    });
}

/** The lanes of a song that some event of a timeline belongs to. */
export function lanesIn(document: SongDocument, timeline: Timeline): readonly Lane[] {
  const used = new Set(timeline.controls.map((event) => event.lane));
  return [...lanesOf(document).values()].filter((lane) => used.has(lane.pattern));
}

/** Registered parameter 0, how many semitones a full bend is, closed again so that nothing else can change it. */
export function rangeMessage({ channel, range }: Pick<Lane, 'channel' | 'range'>): MidiEvent[] {
  return rangeSaid(128 * range).map(([number, value]) => ({
    tick: 0,
    type: 'controller',
    channel,
    number,
    value,
  }));
}

function controlMessage({ kind, value, channel }: ControlEvent, { range }: Lane, tick: number): MidiEvent {
  if (kind !== 'pitch') return { tick, type: 'controller', channel, number: CONTROLLER[kind], value };
  return { tick, type: 'pitchBend', channel, value: bendOf(value, range) };
}

/**
 * Semitones as a bend 0..16383, 8192 at rest, where a full bend is `range` semitones.
 * @example bendOf(-12, 12) // => 0
 */
export function bendOf(semitones: number, range: number): number {
  if (!range) return BEND_AT_REST;
  return Math.min(BEND_HIGHEST, Math.max(0, Math.round(BEND_AT_REST * (1 + semitones / range))));
}

/** Controllers and bends in words to compare, in the order of their track; others have nothing to say here. */
export function controlWords(events: readonly MidiEvent[]): string[] {
  return events.flatMap((event) => {
    if (event.type === 'pitchBend') return [`${event.channel} bend ${event.value}@${event.tick}`];
    if (event.type === 'controller')
      return [`${event.channel} cc${event.number} ${event.value}@${event.tick}`];
    return [];
  });
}
