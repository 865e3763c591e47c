import { type MidiStroke, openMidiInput, strokeOf } from './midi-input.ts';
import { SIMULATED_EVENT } from './ports/ports.ts';

test('notes are read with their velocity, note-offs of both kinds as 0, and all else is left alone', () => {
  expect(strokeOf([0x99, 38, 101], 5)).toEqual({ note: 38, velocity: 101, time: 5 });
  expect(strokeOf([0x90, 38, 0], 5)).toEqual({ note: 38, velocity: 0, time: 5 });
  expect(strokeOf([0x83, 38, 64], 5)).toEqual({ note: 38, velocity: 0, time: 5 });
  for (const other of [[0xb0, 7, 100], [0xf8], [0x90, 200, 1], []]) expect(strokeOf(other, 5)).toBeNull();
});

test('the simulated keyboard is heard until it is let go; without MIDI there is none', async () => {
  expect(await openMidiInput('')).toBeNull();
  const input = await openMidiInput('?midi=simulated');
  const heard: MidiStroke[] = [];
  const stop = input?.listen((stroke) => heard.push(stroke));
  const send = () => window.dispatchEvent(new CustomEvent(SIMULATED_EVENT, { detail: [0x99, 36, 80] }));
  send();
  stop?.();
  send();
  expect(heard.map((stroke) => [stroke.note, stroke.velocity])).toEqual([[36, 80]]);
});
