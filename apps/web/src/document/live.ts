import type { Presence, SongEvent } from '../api/client.ts';
import { hold } from './window.ts';

/** An event of a song that is open. */
export type Live =
  | { readonly says: 'change'; readonly event: SongEvent }
  | { readonly says: 'here'; readonly windows: readonly Presence[] }
  | { readonly says: 'gap' }
  | { readonly says: 'gone' };

/** The most streams of a browser: it opens few connections to one server, and each stream takes one. */
const STREAMS = 3;

/**
 * Tells what happens to a song, until it is stopped. The windows of a browser that have it open share one stream: the one
 * that has the song's lock listens to the server and passes on what it hears.
 */
export function listenTo(songId: string, revision: () => number, tell: (live: Live) => void): () => void {
  if (typeof EventSource === 'undefined' || typeof BroadcastChannel === 'undefined') return () => undefined;
  const channel = new BroadcastChannel(`plucky-verse.song.${songId}`);
  channel.onmessage = ({ data }: MessageEvent<Live>) => tell(data);
  const stopping = new AbortController();
  void whileHeld(`plucky-verse.song.${songId}`, stopping.signal, async () => {
    await place(stopping.signal);
    if (stopping.signal.aborted) return;
    const source = new EventSource(`/api/songs/${encodeURIComponent(songId)}/events?since=${revision()}`);
    const pass = (live: Live) => {
      tell(live);
      channel.postMessage(live);
    };
    const heard = (says: string, make: (data: string) => Live) => {
      source.addEventListener(says, (message: MessageEvent<string>) => pass(make(message.data)));
    };
    heard('change', (data) => ({ says: 'change', event: JSON.parse(data) as SongEvent }));
    heard('here', (data) => ({ says: 'here', ...(JSON.parse(data) as { windows: readonly Presence[] }) }));
    heard('gap', () => ({ says: 'gap' }));
    heard('gone', () => ({ says: 'gone' }));
    await aborted(stopping.signal);
    source.close();
  });
  return () => {
    stopping.abort();
    channel.close();
  };
}

/** Does `work` once the lock is ours; where there are no locks, at once. */
async function whileHeld(lock: string, signal: AbortSignal, work: () => Promise<void>): Promise<void> {
  const { locks } = navigator as { locks?: LockManager };
  if (!locks) return work();
  await locks.request(lock, { signal }, work).catch(() => undefined);
}

/** Waits for one of the few places for a stream, which is had until the page goes. */
let placed: Promise<unknown> | null = null;
function place(signal: AbortSignal): Promise<unknown> {
  placed ??= (async () => {
    const names = Array.from({ length: STREAMS }, (_, i) => `plucky-verse.stream.${i}`);
    for (const name of names) if (await hold(name)) return;
    // All are taken: what others change is merged when this window saves.
    await Promise.race(
      names.map((name) => whileHeld(name, new AbortController().signal, () => new Promise(() => undefined))),
    );
  })();
  return Promise.race([placed, aborted(signal)]);
}

function aborted(signal: AbortSignal): Promise<void> {
  return new Promise((resolve) => {
    if (signal.aborted) resolve();
    signal.addEventListener('abort', () => resolve(), { once: true });
  });
}
