import type { ControlEvent, NoteEvent, Timeline } from '../play/index.ts';
import { CONTROLLER, type Id } from '../song/index.ts';
import { cacheBy, groupedBy, lastBefore } from '../time/index.ts';
import { messageEvents } from './controls.ts';
import { movesIn } from './receiver/moves.ts';

/** Messages of parts as they are heard: bends, level, volume and filter move notes, the sustain pedal holds them. */
export interface HeardMessages {
  /** The movements of lanes, and those of parts with the part as their lane. */
  readonly controls: readonly ControlEvent[];
  /** The lane of a note, or its part where that is moved; null for none. */
  readonly laneOf: (event: Pick<NoteEvent, 'lane' | 'part'>) => Id | null;
  /** The tick at which a note of a part that ends at a tick is heard to end: where the pedal is let go. */
  readonly endOf: (part: Id, tick: number) => number;
}

/** The messages of a timeline as they are heard, worked out once for it. */
export const heardMessages = cacheBy((timeline: Timeline): HeardMessages => {
  const { messages, controls, length } = timeline;
  const parts = groupedBy(messages, ({ part }) => part);
  const moved = [...parts.keys()].flatMap((part) => {
    const said = messageEvents(
      { messages: parts.get(part) ?? [] },
      part,
      { programs: false },
      (tick) => tick,
    );
    const channel = parts.get(part)?.[0]?.channel ?? 0;
    return movesIn(said).map((move): ControlEvent => ({ ...move, lane: part, channel }));
  });
  const moving = new Set(moved.map(({ lane }) => lane));
  const pedals = new Map(
    [...parts].map(([part, own]) => [part, own.filter(({ kind }) => kind === CONTROLLER.sustain)]),
  );
  return {
    controls: moved.length ? [...controls, ...moved].sort((a, b) => a.tick - b.tick) : controls,
    laneOf: ({ lane, part }) => lane ?? (moving.has(part) ? part : null),
    endOf: (part, tick) => {
      const pedal = pedals.get(part) ?? [];
      const i = lastBefore(pedal, (one) => one.tick <= tick);
      const last = pedal[i];
      if (!last || last.tick > tick || !isDown(last)) return tick;
      return pedal.slice(i).find((one) => !isDown(one))?.tick ?? Math.max(tick, length);
    },
  };
});

/** True for a pedal that is down. Source: MIDI 1.0, 64 and more is on. */
function isDown({ value }: { readonly value: number }): boolean {
  return value >= 64;
}
