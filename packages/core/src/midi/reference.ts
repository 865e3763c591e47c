import { DRUM_CHANNEL } from '../kit/channels.ts';
import { LIMITS } from '../limits.ts';
import { type Id, plainName } from '../names.ts';
import { type Reference } from '../song/records.ts';
import { PPQ } from '../time/ticks.ts';
import { TEXT } from './bytes/format.ts';
import { notesOf } from './bytes/notes-of.ts';
import { readMidi } from './bytes/read.ts';

/** A part of a MIDI file that could be a reference: a track and channel with notes. */
export interface PartInFile {
  readonly name: string;
  /** Whether it is on the drums' channel, so that its notes are drums. */
  readonly drums: boolean;
  readonly notes: Reference['notes'];
  /** How many notes beyond the most that is kept were left out. */
  readonly left: number;
}

/**
 * The parts of a Standard MIDI File, at 960 ticks a quarter note, by track and channel.
 * Throws MidiFormatError for what is no such file.
 */
export function partsInFile(bytes: Uint8Array): PartInFile[] {
  const file = readMidi(bytes);
  const scale = (tick: number) => Math.round((tick * PPQ) / file.ppq);
  return file.tracks.flatMap((track, i) => {
    const title = track.events.find((event) => event.type === 'text' && event.kind === TEXT.trackName);
    const { notes } = notesOf({ ...file, tracks: [track] });
    const channels = [...new Set(notes.map((note) => note.channel))].sort((a, b) => a - b);
    const trackName = title?.type === 'text' ? plainName(title.text, 60) : '';
    return channels.map((channel): PartInFile => {
      const all = notes
        .filter((note) => note.channel === channel)
        .map(
          ({ tick, length, note, velocity }) =>
            [scale(tick), Math.max(1, scale(length)), note, velocity] as const,
        );
      const name = `${trackName || `Track ${i + 1}`}${channels.length > 1 ? `, channel ${channel + 1}` : ''}`;
      return {
        name,
        drums: channel === DRUM_CHANNEL,
        notes: all.slice(0, LIMITS.referenceNotes),
        left: Math.max(0, all.length - LIMITS.referenceNotes),
      };
    });
  });
}

/** A part of a file as a reference record that starts with the song. */
export function referenceFrom(part: PartInFile, id: Id): Reference {
  const { name, notes, drums } = part;
  return { id, kind: 'reference', name, ...(drums ? { drums } : {}), shift: 0, notes };
}
