/** Output for messages. */
export interface OutPort {
  readonly id: string;
  readonly name: string;
  /** Sends a message at a moment of the page's clock, in ms; at once where that has passed. */
  send(bytes: Uint8Array, time: number): void;
}

/** Input of messages. */
export interface InPort {
  readonly id: string;
  readonly name: string;
  /** Tells each message with its moment of the page's clock, in ms. */
  listen(listener: (bytes: ArrayLike<number>, time: number) => void): () => void;
}

export interface Ports {
  readonly outputs: readonly OutPort[];
  readonly inputs: readonly InPort[];
}

/** The event by which a simulated port is given a message, with its bytes as the detail. */
export const SIMULATED_EVENT = 'plucky-midi';
/** The event by which a simulated port tells what was sent to it, with `SentMessage` as the detail. */
export const SENT_EVENT = 'plucky-midi-sent';

/** Message to the simulated port: its bytes, its time to go out, and its sending, in ms of the page's clock. */
export interface SentMessage {
  readonly bytes: readonly number[];
  readonly time: number;
  readonly sentAt: number;
}

/** One port each way that a script hears and plays by events, for tests and for trying out without a device. */
function simulatedPorts(): Ports {
  return {
    outputs: [
      {
        id: 'simulated',
        name: 'Simulated port',
        send(bytes, time) {
          const detail: SentMessage = { bytes: [...bytes], time, sentAt: performance.now() };
          window.dispatchEvent(new CustomEvent(SENT_EVENT, { detail }));
        },
      },
    ],
    inputs: [
      {
        id: 'simulated',
        name: 'Simulated keyboard',
        listen(listener) {
          const hear = (event: Event) => {
            if (event instanceof CustomEvent) listener(event.detail as number[], event.timeStamp);
          };
          window.addEventListener(SIMULATED_EVENT, hear);
          return () => window.removeEventListener(SIMULATED_EVENT, hear);
        },
      },
    ],
  };
}

/** The browser's own ports; null when it has none or is not let in. */
async function browserPorts(): Promise<Ports | null> {
  const access = await navigator.requestMIDIAccess().catch(() => null);
  if (!access) return null;
  return {
    outputs: [...access.outputs.values()].map((port) => ({
      id: port.id,
      name: port.name ?? 'MIDI port',
      send: (bytes, time) => port.send([...bytes], time),
    })),
    inputs: [...access.inputs.values()].map((port) => ({
      id: port.id,
      name: port.name ?? 'MIDI port',
      listen(listener) {
        const hear = (event: MIDIMessageEvent) => {
          if (event.data) listener(event.data, event.timeStamp);
        };
        port.addEventListener('midimessage', hear);
        return () => port.removeEventListener('midimessage', hear);
      },
    })),
  };
}

/** The MIDI ports there are; `?midi=simulated` in the address asks for simulated ones. */
export async function openPorts(search: string): Promise<Ports | null> {
  if (new URLSearchParams(search).get('midi') === 'simulated') return simulatedPorts();
  return typeof navigator.requestMIDIAccess === 'function' ? browserPorts() : null;
}
