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
import { groupedBy } from '../../time/index.ts';
import type { MessageEvent } from './events.ts';

/** Messages of a layer where it is played, to the channel of its part. */
export interface SaidByLayer extends MessagesAt {
  readonly part: Id;
}

/** The messages of a layer that starts at a tick; null where it says nothing. */
export function saidBy(
  { messages, source, length }: Pick<ResolvedLayer, 'messages' | 'source' | 'length'>,
  start: number,
): SaidByLayer | null {
  return isSilent(messages) ? null : { part: source.pattern.part, start, length, messages };
}

/** All that layers say, part by part; `comesToRest`: with nothing that sounds on after the last. */
export function messageEvents(
  document: SongDocument,
  said: readonly SaidByLayer[],
  comesToRest: boolean,
): MessageEvent[] {
  const { part } = indexOf(document);
  return [...groupedBy(said, (one) => one.part)].flatMap(([id, runs]) => {
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
