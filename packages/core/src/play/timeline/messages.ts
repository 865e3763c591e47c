import type { ResolvedLayer } from '../../form/index.ts';
import {
  ChannelState,
  type Id,
  indexOf,
  isSilent,
  type MessagesAt,
  saidInTurn,
  type SongDocument,
} from '../../song/index.ts';
import type { MessageEvent } from './events.ts';

/** Messages of layers to the channels of their parts, gathered in the order in which they are played. */
export class SaidByParts {
  readonly #runs = new Map<Id, MessagesAt[]>();

  /** Takes what a layer that starts at a tick says. */
  take(
    { messages, source, length }: Pick<ResolvedLayer, 'messages' | 'source' | 'length'>,
    start: number,
  ): void {
    if (isSilent(messages)) return;
    const { part } = source.pattern;
    const runs = this.#runs.get(part);
    const run = { start, length, messages };
    if (runs) runs.push(run);
    else this.#runs.set(part, [run]);
  }

  /** All of it; `comesToRest`: with nothing that sounds on after the last. */
  events(document: SongDocument, comesToRest: boolean): MessageEvent[] {
    const { part } = indexOf(document);
    return [...this.#runs].flatMap(([id, runs]) => {
      const inOrder = runs.sort((a, b) => a.start - b.start);
      const channel = part(id)?.channel ?? 0;
      return saidInTurn(inOrder, { comesToRest }).map(([tick, kind, value]): MessageEvent => ({
        tick,
        part: id,
        channel,
        kind,
        value,
      }));
    });
  }
}

/** The messages from one tick up to another, counted from there, each part's state at the first of them said there. */
export function messagesWithin(events: readonly MessageEvent[], from: number, to: number): MessageEvent[] {
  const states = new Map<Id, { readonly state: ChannelState; readonly channel: number }>();
  for (const { tick, part, channel, kind, value } of events) {
    if (tick >= from) continue;
    let known = states.get(part);
    if (!known) states.set(part, (known = { state: new ChannelState(), channel }));
    known.state.hear(kind, value);
  }
  const held = [...states].flatMap(([part, { state, channel }]) =>
    new ChannelState()
      .become(state.held())
      .map(([kind, value]): MessageEvent => ({ tick: 0, part, channel, kind, value })),
  );
  const inside = events.filter(({ tick }) => tick >= from && tick < to);
  return [...held, ...inside.map((event) => ({ ...event, tick: event.tick - from }))];
}
