import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { Change } from '@plucky/core/song';
import { concat, finalize, from, map, merge, Observable, Subject, timer } from 'rxjs';

/** A change of a song as it was kept, for those who have the song open. */
export interface SongEvent {
  readonly revision: number;
  readonly label: string;
  /** The window that made it; empty where none said so. */
  readonly by: string;
  readonly change: Change;
  /** Takes back what it has overwritten of what others had made since. */
  readonly overwritten: Change;
}

/** A window that has a song open, and where it works. */
export interface Presence {
  readonly window: string;
  readonly name: string;
  readonly room: string;
  /** The pattern or section that is worked on; empty for none. */
  readonly at: string;
}

/** An event of a stream: a change, the windows that are here, a gap that cannot be filled, or that the song is in the bin. */
export type Told =
  | { readonly says: 'change'; readonly event: SongEvent }
  | { readonly says: 'here'; readonly windows: readonly Presence[] }
  | { readonly says: 'gap'; readonly revision: number }
  | { readonly says: 'gone' }
  | { readonly says: 'beat' };

/** Changes that are kept of a song to fill gaps, and songs that they are kept of. */
const [KEPT, SONGS] = [200, 64];
/** The interval of a stream's beats, and the time after which a silent window counts as gone, in ms. */
const [BEAT, AWAY] = [20_000, 50_000];

interface Seen extends Presence {
  readonly at: string;
  readonly seenAt: number;
}

class Channel {
  readonly kept: SongEvent[] = [];
  readonly told = new Subject<Told>();
  readonly windows = new Map<string, Seen>();
  streams = 0;
}

/** The changes of open songs as they come, and who has them open. Nothing of it is stored. */
@Injectable()
export class SongEvents implements OnModuleDestroy {
  readonly #channels = new Map<string, Channel>();
  readonly #ended = new Subject<void>();

  /** Tells a change that is on disk. */
  changed(songId: string, event: SongEvent): void {
    const channel = this.#channel(songId);
    channel.kept.push(event);
    if (channel.kept.length > KEPT) channel.kept.shift();
    channel.told.next({ says: 'change', event });
  }

  gone(songId: string): void {
    this.#channels.get(songId)?.told.next({ says: 'gone' });
  }

  /** The changes after a revision up to another one, in order; null where not all of them are known any more. */
  between(songId: string, after: number, upTo: number): readonly SongEvent[] | null {
    const events = (this.#channels.get(songId)?.kept ?? []).filter(
      ({ revision }) => revision > after && revision <= upTo,
    );
    return events.length === Math.max(0, upTo - after) ? events : null;
  }

  /** The events of a song from a revision on. */
  stream(songId: string, since: number, revision: number): Observable<Told> {
    const channel = this.#channel(songId);
    channel.streams++;
    const missed = since <= revision ? this.between(songId, since, revision) : null;
    const first: Told[] = missed
      ? missed.map((event) => ({ says: 'change', event }))
      : [{ says: 'gap', revision }];
    const beats = timer(BEAT, BEAT).pipe(map((): Told => ({ says: 'beat' })));
    const here: Told = { says: 'here', windows: this.#windowsOf(channel) };
    return until(this.#ended, concat(from([...first, here]), merge(channel.told, beats))).pipe(
      finalize(() => channel.streams--),
    );
  }

  /** A window says that it is here. */
  here(songId: string, presence: Presence): void {
    const channel = this.#channel(songId);
    const before = JSON.stringify(this.#windowsOf(channel));
    channel.windows.set(presence.window, { ...presence, seenAt: performance.now() });
    this.#tellHere(channel, before);
  }

  left(songId: string, window: string): void {
    const channel = this.#channels.get(songId);
    if (!channel) return;
    const before = JSON.stringify(this.#windowsOf(channel));
    channel.windows.delete(window);
    this.#tellHere(channel, before);
  }

  onModuleDestroy(): void {
    this.#ended.next();
  }

  #tellHere(channel: Channel, before: string): void {
    const windows = this.#windowsOf(channel);
    if (JSON.stringify(windows) !== before) channel.told.next({ says: 'here', windows });
  }

  #windowsOf(channel: Channel): Presence[] {
    const now = performance.now();
    for (const [id, { seenAt }] of channel.windows) if (now - seenAt > AWAY) channel.windows.delete(id);
    return [...channel.windows.values()].map(({ window, name, room, at }) => ({ window, name, room, at }));
  }

  #channel(songId: string): Channel {
    const channel = this.#channels.get(songId) ?? new Channel();
    this.#channels.delete(songId);
    this.#channels.set(songId, channel);
    // Of too many, songs that nobody has open and that were changed longest ago are let go.
    for (const [id, { streams }] of this.#channels) {
      if (this.#channels.size <= SONGS) break;
      if (streams === 0 && id !== songId) this.#channels.delete(id);
    }
    return channel;
  }
}

function until<T>(end: Observable<void>, told: Observable<T>): Observable<T> {
  return new Observable<T>((to) => {
    const ended = end.subscribe(() => to.complete());
    const inner = told.subscribe(to);
    return () => {
      ended.unsubscribe();
      inner.unsubscribe();
    };
  });
}
