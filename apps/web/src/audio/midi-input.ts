/** A stroke or its end from a MIDI keyboard; `time` is of the page's clock, in ms. */
export interface MidiStroke {
  readonly note: number;
  /** 1..127, or 0 when the key is let go. */
  readonly velocity: number;
  readonly time: number;
}

/** Where strokes come from. */
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

/** The event that a simulated keyboard sends to the page, with the bytes of a message as its detail. */
export const SIMULATED_EVENT = 'plucky-midi';

/** A keyboard that a script plays by events, for tests and for trying out without one. */
function simulatedInput(): MidiInput {
  return {
    name: 'Simulated keyboard',
    listen(listener) {
      const hear = (event: Event) => {
        const stroke = event instanceof CustomEvent && strokeOf(event.detail as number[], event.timeStamp);
        if (stroke) listener(stroke);
      };
      window.addEventListener(SIMULATED_EVENT, hear);
      return () => window.removeEventListener(SIMULATED_EVENT, hear);
    },
  };
}

/** All inputs of the browser's own MIDI as one; null when it has none or is not let in. */
async function browserInput(): Promise<MidiInput | null> {
  const access = await navigator.requestMIDIAccess().catch(() => null);
  const ports = access ? [...access.inputs.values()] : [];
  if (!ports.length) return null;
  return {
    name: ports.map((port) => port.name ?? 'MIDI keyboard').join(', '),
    listen(listener) {
      const hear = (event: MIDIMessageEvent) => {
        const stroke = event.data && strokeOf(event.data, event.timeStamp);
        if (stroke) listener(stroke);
      };
      for (const port of ports) port.addEventListener('midimessage', hear);
      return () => {
        for (const port of ports) port.removeEventListener('midimessage', hear);
      };
    },
  };
}

/** The MIDI keyboard to record from, if there is one; `?midi=simulated` in the address asks for the simulated one. */
export async function openMidiInput(search: string): Promise<MidiInput | null> {
  if (new URLSearchParams(search).get('midi') === 'simulated') return simulatedInput();
  return typeof navigator.requestMIDIAccess === 'function' ? browserInput() : null;
}
