import type { MidiEvent, MidiFile, MidiNote } from './format.ts';

/** The notes of a file in order, and how many were left hanging or started while already sounding. */
export function notesOf(file: MidiFile): { notes: MidiNote[]; hanging: number; overlapping: number } {
  const notes: MidiNote[] = [];
  let hanging = 0;
  let overlapping = 0;
  for (const track of file.tracks) {
    const open = new Map<number, MidiEvent & { type: 'noteOn' }>();
    for (const event of track.events) {
      if (event.type !== 'noteOn' && event.type !== 'noteOff') continue;
      const key = event.channel * 128 + event.note;
      const started = open.get(key);
      if (event.type === 'noteOn') {
        if (started) overlapping++;
        open.set(key, event);
      } else if (started) {
        const { tick, channel, note, velocity } = started;
        notes.push({ tick, length: event.tick - tick, channel, note, velocity });
        open.delete(key);
      }
    }
    hanging += open.size;
  }
  notes.sort((a, b) => a.tick - b.tick || a.channel - b.channel || a.note - b.note);
  return { notes, hanging, overlapping };
}
