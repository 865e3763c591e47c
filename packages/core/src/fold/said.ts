import type { MidiEvent } from '../midi/index.ts';
import type { MessageKind } from '../song/index.ts';

/** A message to the channel of a track beside its notes, in ticks from the start of its file. */
export interface ArrivedMessage {
  readonly tick: number;
  readonly kind: MessageKind;
  readonly value: number;
}

/** Numbers of messages of a track that no part keeps: key pressures, those of a file with too many, and those after its last bar. */
export interface LeftMessages {
  readonly keyPressures: number;
  readonly tooMany: number;
  readonly late: number;
}

/** The number of all of them. */
export function countLeft({ keyPressures, tooMany, late }: LeftMessages): number {
  return keyPressures + tooMany + late;
}

/** The most messages of a file that are kept: a song plays twice as many strokes and controllers at most. */
export const MOST_MESSAGES = 100_000;

/** A message as a song keeps it; null for other events, key pressure among them. */
export function messageOf(event: MidiEvent, scale: (tick: number) => number): ArrivedMessage | null {
  const tick = scale(event.tick);
  switch (event.type) {
    case 'controller':
      return { tick, kind: event.number, value: event.value };
    case 'pitchBend':
      return { tick, kind: 'bend', value: event.value };
    case 'channelPressure':
      return { tick, kind: 'pressure', value: event.value };
    case 'program':
      return { tick, kind: 'program', value: event.number };
    default:
      return null;
  }
}

/** The tracks of a file, each with what is said to its channel in other tracks, where it is the first to play there. */
export function withOthersMessages<
  T extends { readonly channel: number; readonly messages: readonly ArrivedMessage[] },
>(tracks: readonly T[], others: ReadonlyMap<number, readonly ArrivedMessage[]>): T[] {
  const taken = new Set<number>();
  return tracks.map((track) => {
    const more = taken.has(track.channel) ? [] : (others.get(track.channel) ?? []);
    taken.add(track.channel);
    return more.length
      ? { ...track, messages: [...more, ...track.messages].sort((a, b) => a.tick - b.tick) }
      : track;
  });
}
