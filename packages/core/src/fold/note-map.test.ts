import { writeMidi } from '../midi/index.ts';
import { arrivedFile } from './arrived.ts';
import { suggestedMap } from './note-map.ts';

/** Sixteen bars of 4/4, each note at its 16ths of every bar. */
function fileOf(rows: Readonly<Record<number, readonly number[]>>): Uint8Array {
  const notes = Array.from({ length: 16 }, (_, bar) =>
    Object.entries(rows).flatMap(([note, steps]) =>
      steps.map((step) => ({
        tick: bar * 1920 + step * 120,
        length: 60,
        channel: 9,
        note: Number(note),
        velocity: 90,
      })),
    ),
  ).flat();
  return writeMidi({ format: 1, ppq: 480, tracks: [{ events: [], notes, length: 16 * 1920 }] });
}

test('notes of General MIDI are its drums', () => {
  const file = arrivedFile(fileOf({ 36: [0, 8], 38: [4, 12], 42: [0, 2, 4, 6], 51: [2] }), 'x.mid');
  expect(suggestedMap(file)).toEqual({ 36: 'kick', 38: 'snare', 42: 'closed-hat', 51: 'ride' });
});

test('where numbers say nothing, what falls on two and four is a backbeat, and the pulse a hat', () => {
  const file = arrivedFile(fileOf({ 1: [0, 6, 8], 2: [4, 12], 3: [0, 2, 4, 6, 8, 10, 12, 14] }), 'x.mid');
  expect(suggestedMap(file)).toEqual({ 1: 'kick', 2: 'snare', 3: 'closed-hat' });
});

test('a backbeat is one also where its number is that of another drum', () => {
  const file = arrivedFile(fileOf({ 60: [4, 12], 0: [0, 8], 127: [0, 2, 4, 6, 8, 10, 12, 14] }), 'x.mid');
  expect(suggestedMap(file)).toEqual({ 60: 'snare', 0: 'kick', 127: 'closed-hat' });
});

test('a note that comes twice in no known place is no drum', () => {
  const whole = arrivedFile(fileOf({ 36: [0, 8] }), 'x.mid');
  const [track] = whole.tracks;
  if (!track) throw new Error('There is no track.');
  const odd = [700, 9000].map((tick) => ({ tick, length: 60, note: 90, velocity: 90 }));
  const notes = [...track.notes, ...odd].sort((a, b) => a.tick - b.tick);
  expect(suggestedMap({ ...whole, tracks: [{ ...track, notes }] })[90]).toBeNull();
});
