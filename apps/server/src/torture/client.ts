import { Agent, request } from 'node:http';
import type { Pattern, Song, SongRecord } from '@plucky/core/song';

/** An answer of the server; status 0 when there was none. */
export interface Answer<T> {
  readonly status: number;
  readonly body: T;
  /** Time that it took, in ms. */
  readonly took: number;
}

/** Connections are kept open, as a browser keeps them. */
const agent = new Agent({ keepAlive: true });

/** Asks a server for something; text that is given goes as it is. */
export function ask<T = unknown>(
  address: string,
  method: string,
  path: string,
  body?: unknown,
  headers: Readonly<Record<string, string>> = {},
): Promise<Answer<T>> {
  const from = performance.now();
  const text = body === undefined ? '' : typeof body === 'string' ? body : JSON.stringify(body);
  return new Promise((resolve) => {
    const done = (status: number, answer: string) =>
      resolve({ status, body: (answer ? parse(answer) : null) as T, took: performance.now() - from });
    const asked = request(
      `${address}/api${path}`,
      {
        method,
        agent,
        headers: {
          'content-type': 'application/json',
          'content-length': Buffer.byteLength(text),
          ...headers,
        },
      },
      (response) => {
        const chunks: Buffer[] = [];
        response.on('data', (chunk: Buffer) => chunks.push(chunk));
        response.on('end', () => done(response.statusCode ?? 0, Buffer.concat(chunks).toString()));
        response.on('error', () => done(0, ''));
      },
    );
    asked.on('error', () => done(0, ''));
    asked.end(text);
  });
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}

/** A song that is written to, with what was acknowledged of it. */
export class Writer {
  readonly address: string;
  readonly id: string;
  readonly song: Song;
  readonly main: Pattern;
  revision: number;

  private constructor(address: string, id: string, revision: number, records: readonly SongRecord[]) {
    this.address = address;
    this.id = id;
    this.revision = revision;
    this.song = records.find((record): record is Song => record.kind === 'song') ?? missing();
    this.main = records.find((record): record is Pattern => record.kind === 'pattern') ?? missing();
  }

  static async on(address: string, from = 'blank'): Promise<Writer> {
    const { body } = await ask<{ id: string; revision: number; records: SongRecord[] }>(
      address,
      'POST',
      '/songs',
      {
        from,
      },
    );
    return new Writer(address, body.id, body.revision, body.records);
  }

  /** Saves a change; what is acknowledged becomes the revision. `address` is another where the server began anew. */
  async save(put: readonly object[], address = this.address): Promise<Answer<{ revision: number }>> {
    const answer = await ask<{ revision: number }>(address, 'POST', `/songs/${this.id}/changes`, {
      base: this.revision,
      label: 'torture',
      put,
      remove: [],
    });
    if (answer.status === 200) this.revision = answer.body.revision;
    return answer;
  }

  /** Saves the tempo that belongs to the next revision, so that what is found later says which it is. */
  saveNext(address = this.address): Promise<Answer<{ revision: number }>> {
    return this.save([{ ...this.song, tempo: tempoOf(this.revision + 1) }], address);
  }
}

/** A tempo for a revision: different for neighbours, the same for both sides. */
export function tempoOf(revision: number): number {
  return 40 + (revision % 300);
}

function missing(): never {
  throw new Error('The server gave a song without its records.');
}

export function hit(at: number, velocity = 100) {
  return { voice: 'kick', at, velocity, length: 120, offsetMs: 0, pitch: 0 };
}
