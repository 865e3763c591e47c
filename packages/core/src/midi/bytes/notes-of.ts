import type { MidiEvent, MidiFile, MidiNote } from './format.ts';

/**
 * The notes of a file in order, and how many were left hanging or started while already sounding. One that starts anew ends
 * there, and one that is never ended lasts as long as its track, so that each note-on is a note.
 */
export function notesOf(file: MidiFile): { notes: MidiNote[]; hanging: number; overlapping: number } {
  const notes: MidiNote[] = [];
  let hanging = 0;
  let overlapping = 0;
  for (const track of file.tracks) {
    const open = new Map<number, MidiEvent & { type: 'noteOn' }>();
    const end = ({ tick, channel, note, velocity }: MidiEvent & { type: 'noteOn' }, at: number) =>
      notes.push({ tick, length: at - tick, channel, note, velocity });
    for (const event of track.events) {
      if (event.type !== 'noteOn' && event.type !== 'noteOff') continue;
      const key = event.channel * 128 + event.note;
      const started = open.get(key);
      if (started) end(started, event.tick);
      if (event.type === 'noteOn') {
        if (started) overlapping++;
        open.set(key, event);
      } else open.delete(key);
    }
    hanging += open.size;
    for (const started of open.values()) end(started, Math.max(track.length, started.tick));
  }
  notes.sort((a, b) => a.tick - b.tick || a.channel - b.channel || a.note - b.note);
  return { notes, hanging, overlapping };
}
