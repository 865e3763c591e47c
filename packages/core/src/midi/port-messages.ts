import type { Timeline } from '../play/index.ts';
import { optionsOfSong, type SongDocument } from '../song/index.ts';
import { cacheWhileSame } from '../time/index.ts';
import { eventsOf } from './bytes/in-order.ts';
import { eventBytes } from './bytes/write.ts';
import { exportedNotes, midiFileOf } from './tracks.ts';

/** A message to a channel, at a place in ticks. */
export interface PortMessage {
  readonly tick: number;
  readonly bytes: Uint8Array;
}

/** Messages go out as files have them: by part, each drum with its kit's own note. */
const OPTIONS = optionsOfSong({ format: 0, programs: true });

const messagesCache = cacheWhileSame<readonly PortMessage[], SongDocument>();

/** MIDI messages of a timeline for a port, in order: those that its file holds. */
export function portMessages(document: SongDocument, timeline: Timeline): readonly PortMessage[] {
  return messagesCache(document, [timeline], () => {
    const notes = exportedNotes(document, timeline, OPTIONS);
    const { tracks } = midiFileOf(document, '', timeline, notes, OPTIONS, false);
    return tracks
      .flatMap(eventsOf)
      .filter((event) => 'channel' in event)
      .map((event) => ({ tick: event.tick, bytes: eventBytes(event) }));
  });
}
