import { openPorts } from './ports/ports.ts';

/** A stroke or its end from a MIDI keyboard; `time` is of the page's clock, in ms. */
export interface MidiStroke {
  readonly note: number;
  /** 1..127, or 0 when the key is let go. */
  readonly velocity: number;
  readonly time: number;
}

/** Source of strokes. */
export interface MidiInput {
  /** In words, such as the keyboard's name. */
  readonly name: string;
  listen(listener: (stroke: MidiStroke) => void): () => void;
}

const NOTE_OFF = 0x8;
const NOTE_ON = 0x9;

/** Reads a channel message; null for anything but a note. */
export function strokeOf(data: ArrayLike<number>, time: number): MidiStroke | null {
  const [status = 0, note = 0, velocity = 0] = Array.from(data);
  const kind = status >> 4;
  if ((kind !== NOTE_ON && kind !== NOTE_OFF) || note > 127) return null;
  return { note, velocity: kind === NOTE_ON ? velocity : 0, time };
}

/** All MIDI keyboards as one to record from; null when there is none. */
export async function openMidiInput(search: string): Promise<MidiInput | null> {
  const inputs = (await openPorts(search))?.inputs ?? [];
  if (!inputs.length) return null;
  return {
    name: inputs.map(({ name }) => name).join(', '),
    listen(listener) {
      const stops = inputs.map((port) =>
        port.listen((bytes, time) => {
          const stroke = strokeOf(bytes, time);
          if (stroke) listener(stroke);
        }),
      );
      return () => stops.forEach((stop) => stop());
    },
  };
}
