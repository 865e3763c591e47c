import { randomUUID } from 'node:crypto';
import {
  type Change,
  changeFromSparse,
  changeOf,
  documentOf,
  type Pattern,
  rebase,
  type SongDocument,
  type SongRecord,
  sparse,
  type SparseChange,
  withChange,
} from '@plucky/core/song';
import { randomFrom } from '@plucky/core/time';
import { ask, hit } from './client.ts';
import type { Report } from './report.ts';
import type { Scale } from './scale.ts';
import { ServerProcess } from './server-process.ts';

type Random = ReturnType<typeof randomFrom>;

interface Answered {
  readonly revision: number;
  readonly merged?: boolean;
  readonly changes?: readonly { readonly revision: number; readonly change: SparseChange }[] | null;
  readonly left?: SparseChange;
}

interface Entry {
  readonly id: string;
  readonly base: number;
  readonly change: Change;
}

/** A window that edits while the network is cut and answers are lost; it knows of every hit that it has laid down. */
class Window {
  readonly songId: string;
  saved: SongDocument;
  revision: number;
  entries: Entry[] = [];
  /** The hits that were laid down, and those that were told to have no place. */
  readonly laid = new Set<string>();
  readonly aside = new Set<string>();

  constructor(songId: string, revision: number, saved: SongDocument) {
    this.songId = songId;
    this.revision = revision;
    this.saved = saved;
  }

  document(): SongDocument {
    return this.entries.reduce((now, { change }) => rebase(change, now).document, this.saved);
  }

  edit(
    make: (document: SongDocument, main: Pattern) => readonly SongRecord[],
    remove: readonly string[] = [],
  ): void {
    const document = this.document();
    const main = document.records['main'];
    if (main?.kind !== 'pattern') return;
    const change = changeOf(document, { put: make(document, main), remove });
    this.entries.push({ id: randomUUID(), base: this.revision, change });
  }

  /** Sends what is first; `fate` says whether it gets there, and whether its answer does. */
  async send(address: string, fate: 'well' | 'cut' | 'lost'): Promise<boolean> {
    const [entry] = this.entries;
    if (!entry || fate === 'cut') return false;
    const { status, body } = await ask<Answered>(address, 'POST', `/songs/${this.songId}/changes`, {
      base: entry.base,
      id: entry.id,
      by: 'torture',
      label: 'torture',
      change: sparse(entry.change),
    });
    if (status !== 200 || fate === 'lost') return false;
    this.entries.shift();
    for (const id of hitsIn(body.left)) this.aside.add(id);
    for (const { revision, change } of body.changes ?? []) {
      if (revision !== this.revision + 1) continue;
      this.saved = withChange(this.saved, changeFromSparse(this.saved, change));
      this.revision = revision;
    }
    if (!body.merged && body.revision === this.revision + 1) {
      this.saved = withChange(this.saved, entry.change);
      this.revision = body.revision;
    }
    if (this.revision < body.revision) await this.fetch(address);
    return true;
  }

  async fetch(address: string): Promise<void> {
    const { body } = await ask<{ revision: number; records: SongRecord[] }>(
      address,
      'GET',
      `/songs/${this.songId}`,
    );
    this.saved = documentOf(body.records);
    this.revision = body.revision;
  }
}

function hitsIn(change: SparseChange | undefined): string[] {
  const states = Object.values(change?.updated ?? {}).map(([, to]) => to as { own?: object });
  return states.flatMap(({ own = {} }) => Object.keys(own));
}

const ROWS = ['kick', 'snare', 'closed-hat', 'crash'];

/**
 * Two windows and a third client edit one song for many rounds while the network is cut and answers are lost, and the server
 * is killed now and then: each hit that was laid down is in the song, or was told to have no place.
 */
export async function editInWindows(
  dataDir: string,
  { seed, windowRounds }: Scale,
  report: Report,
): Promise<void> {
  const random = randomFrom(seed);
  let server = await ServerProcess.start(dataDir);
  const made = await ask<{ id: string; revision: number; records: SongRecord[] }>(
    server.address,
    'POST',
    '/songs',
    {
      from: 'blank',
    },
  );
  const { id, revision, records } = made.body;
  const windows = Array.from({ length: 3 }, () => new Window(id, revision, documentOf(records)));
  const crash = records.find((record) => record.id === 'crash');
  const taken = new Set<string>();
  for (let round = 0; round < windowRounds; round++) {
    for (const window of windows) {
      const laid = `h${round}-${windows.indexOf(window)}`;
      window.laid.add(laid);
      layDown(window, laid, random);
    }
    // The third client takes a row out with all that lies on it, and puts it back some time later.
    if (crash && round % 10 === 4) takeRow(windows[2], crash, taken);
    for (const window of windows)
      for (let i = random.whole(0, 3); i > 0; i--) await window.send(server.address, fateFrom(random));
    if (round % 40 === 39) {
      await server.end('SIGKILL');
      server = await ServerProcess.start(dataDir);
    }
  }
  for (const window of windows) while (window.entries.length) await window.send(server.address, 'well');
  for (const window of windows) await window.fetch(server.address);
  const main = windows[0]?.saved.records['main'];
  const there = new Set(main?.kind === 'pattern' ? Object.keys(main.own) : []);
  const all = windows.flatMap(({ laid }) => [...laid]);
  const aside = new Set(windows.flatMap((window) => [...window.aside]));
  const lost = all.filter((one) => !there.has(one) && !aside.has(one) && !taken.has(one));
  await server.end('SIGTERM');
  report.figure(
    `edits of two windows and a third client in ${windowRounds} rounds`,
    `${all.length} hits laid down: ${there.size} in the song, ${aside.size} laid aside, ${taken.size} taken out with their row, lost: ${lost.length}`,
    lost.length === 0 && there.size > windowRounds,
  );
}

function layDown(window: Window, laid: string, random: Random): void {
  const [at, voice] = [120 * random.whole(0, 63), ROWS[random.whole(0, ROWS.length - 1)] ?? 'kick'];
  window.edit((document, main) => {
    const row = document.records[voice] ? voice : 'kick';
    return [{ ...main, own: { ...main.own, [laid]: { ...hit(at), voice: row } } }];
  });
}

function takeRow(window: Window | undefined, crash: SongRecord, taken: Set<string>): void {
  if (!window) return;
  if (!window.document().records['crash']) {
    window.edit(() => [crash]);
    return;
  }
  window.edit(
    (_, main) => {
      const on = Object.entries(main.own).filter(([, one]) => one.voice === 'crash');
      for (const [id] of on) taken.add(id);
      return [
        { ...main, own: Object.fromEntries(Object.entries(main.own).filter(([id]) => !taken.has(id))) },
      ];
    },
    ['crash'],
  );
}

function fateFrom(random: Random): 'well' | 'cut' | 'lost' {
  const roll = random.whole(0, 9);
  return roll < 2 ? 'cut' : roll < 4 ? 'lost' : 'well';
}
