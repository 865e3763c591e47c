import {
  type Change,
  changeFromSparse,
  documentOf,
  FORMAT,
  saysSame,
  type SparseChange,
} from '@plucky/core/song';
import { api, ApiError, type SaveAnswer } from '../api/client.ts';
import { layAside } from './aside.ts';
import { keep, keepLeaving, sameDeeds } from './journal.ts';
import { forgetLeft } from './leaving.ts';
import { documentWith, type Entry, type Kept, madeOnFirst, onTo, withKept } from './outbox.ts';
import { partsOf } from './parts.ts';
import type { DocumentState, DocumentStore } from './store.ts';

/** The delay of a save after its edit, in ms; there is none while another window has the song open. */
const DELAY = 400;
/** The first and the longest wait after a failure, in ms; each is twice the one before. */
const [FIRST_RETRY, LAST_RETRY] = [1000, 30_000];
/** Time between two writes of edits to this browser's storage, in ms. */
const KEEP_EVERY = 150;

/** The calls to the server. */
export interface Sending {
  readonly change: typeof api.change;
  readonly song: typeof api.song;
}

/** The page around the saving: its questions and its notices. */
export interface Around {
  /** True while another window has the song open. */
  readonly isShared: () => boolean;
  /** An edit had no place any more, in its words. */
  readonly aside: (label: string, why: string) => void;
}

export interface Autosave {
  /** Takes what others have made of the song; what the server has not got stays on it. */
  readonly take: (kept: readonly Kept[]) => void;
  /** Fetches the song anew, as after a gap. */
  readonly catchUp: () => void;
  readonly stop: () => void;
}

/**
 * Saves what the server has not got, one entry after the other, until it is stopped. A failure is tried again, later each
 * time; what the server refuses is laid aside, and what comes after it goes on. Until the server has an edit, the journal of
 * this browser keeps it.
 */
export function startAutosave(
  store: DocumentStore,
  window_: string,
  { change: send, song: fetchSong }: Sending = api,
  around: Around = { isShared: () => false, aside: () => undefined },
): Autosave {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let keeping: ReturnType<typeof setTimeout> | undefined;
  let isRunning = false;
  let isStopped = false;
  let isBehind = false;
  let failures = 0;
  let arrived: Kept[] = [];

  const schedule = (delay: number) => {
    clearTimeout(timer);
    if (!isStopped) timer = setTimeout(() => void run(), delay);
  };

  async function run(): Promise<void> {
    if (isRunning || store.getState().saving.kind === 'ended') return;
    isRunning = true;
    try {
      while (await step());
    } finally {
      isRunning = false;
    }
  }

  /** Does what is next; returns whether there may be more. */
  async function step(): Promise<boolean> {
    try {
      if (isBehind) await fetchAnew();
      takeArrived();
      if (isBehind) return true;
      const [entry] = store.getState().outbox;
      if (!entry) {
        if (store.getState().saving.kind !== 'saved')
          store.setState({ saving: { kind: 'saved' }, savedAt: Date.now() });
        return false;
      }
      await sendFirst(entry);
      failures = 0;
      return true;
    } catch (error) {
      const message = error instanceof Error ? error.message : String(error);
      if (error instanceof ApiError && (error.status === 404 || error.status === 409)) {
        store.setState({ saving: { kind: 'ended', message } });
        return false;
      }
      const trouble = error instanceof ApiError ? error.trouble : null;
      store.setState({ saving: { kind: 'failed', message, trouble } });
      schedule(Math.min(LAST_RETRY, FIRST_RETRY * 2 ** failures++));
      return false;
    }
  }

  async function sendFirst(first: Entry): Promise<void> {
    const fixed = { ...first, isFixed: true };
    store.setState(({ outbox }) => ({ outbox: [fixed, ...outbox.slice(1)], saving: { kind: 'saving' } }));
    const parts = partsOf(fixed.change);
    let answer: SaveAnswer;
    try {
      if (parts.length > 1) {
        await sendParts(fixed, parts);
        return;
      }
      answer = await send(store.getState().songId, { ...fixed, by: window_, format: FORMAT });
    } catch (error) {
      if (!(error instanceof ApiError) || !isRefused(error)) throw error;
      await refuse(fixed, error.message);
      return;
    }
    // Laid aside before it is let go, so that nothing is between the two.
    if (answer.left) await setAside(fixed, answer.left, 'its place is gone');
    const state = store.getState();
    const isPlain =
      !answer.changes && answer.revision === state.revision + 1 && fixed.base === state.revision;
    if (isPlain) {
      const outbox = madeOnFirst(state.outbox, fixed.base, answer.revision);
      store.setState({ saved: fixed.after, revision: answer.revision, outbox, savedAt: Date.now() });
    } else {
      const outbox = state.outbox.slice(1);
      const next = withKept({ ...state, outbox }, answer.changes ?? []);
      if (next && next.revision >= answer.revision) show({ ...next, outbox: onTo(next.saved, outbox) });
      else {
        show({ saved: state.saved, revision: state.revision, outbox: onTo(state.saved, outbox) });
        isBehind = true;
      }
    }
    keepSoon();
  }

  /** Sends what is too large for one save; the song as it is after all of them is fetched. */
  async function sendParts(entry: Entry, parts: readonly Change[]): Promise<void> {
    let { base } = entry;
    for (const [i, change] of parts.entries()) {
      const part = { ...entry, id: `${entry.id}-${i}`, base, change };
      const answer = await send(store.getState().songId, { ...part, by: window_, format: FORMAT });
      base = answer.revision;
      if (answer.left) await setAside(entry, answer.left, 'its place is gone');
    }
    await fetchAnew(1);
    keepSoon();
  }

  /** Lays aside the part of a saved entry that had no place. */
  async function setAside(entry: Entry, left: SparseChange, why: string): Promise<void> {
    const { songId } = store.getState();
    const before = { records: recordsBefore(entry) };
    const change = changeFromSparse(before, left);
    await layAside({ song: songId, format: FORMAT, label: entry.label, why, change, around: entry.around });
    around.aside(entry.label, why);
  }

  async function refuse(entry: Entry, why: string): Promise<void> {
    const { songId } = store.getState();
    const { change, label } = entry;
    await layAside({ song: songId, format: FORMAT, label, why, change, around: entry.around });
    const { saved, revision, outbox } = store.getState();
    show({ saved, revision, outbox: onTo(saved, outbox.slice(1)) });
    keepSoon();
    around.aside(label, why);
  }

  const show = (pending: Pick<DocumentState, 'saved' | 'revision' | 'outbox'>) =>
    store.setState({ ...pending, document: documentWith(pending) });

  /** Takes the changes that came in while a save was on its way. */
  function takeArrived(): void {
    const kept = arrived;
    arrived = [];
    const state = store.getState();
    const next = withKept(state, kept);
    if (!next) isBehind = true;
    else if (next !== state) show(next);
  }

  /** Takes the song as the server has it, which has so many of the entries by now. */
  async function fetchAnew(done = 0): Promise<void> {
    const { songId } = store.getState();
    const { revision, records } = await fetchSong(songId);
    isBehind = false;
    const { saved: known, outbox } = store.getState();
    const saved = documentOf(
      records.map((record) => {
        const mine = known.records[record.id];
        return mine && saysSame(mine, record) ? mine : record;
      }),
    );
    show({ saved, revision, outbox: onTo(saved, outbox.slice(done)) });
  }

  // Not at each step of a drag: writing to the browser's storage holds the page up.
  const keepSoon = () => {
    if (keeping) return;
    keepNow();
    keeping = setTimeout(() => {
      keeping = undefined;
      if (needsKeeping) keepNow();
    }, KEEP_EVERY);
  };
  let needsKeeping = false;
  let lastKept = store.getState();
  let writing: Promise<void> = Promise.resolve();
  const keepNow = () => {
    needsKeeping = false;
    const state = store.getState();
    writing = writing
      .then(() => keep(state))
      .then(
        () => {
          lastKept = state;
          if (store.getState().outbox !== state.outbox) return;
          store.setState({ keeping: 'kept' });
          forgetLeft(state.songId, window_);
        },
        // A full or forbidden storage only costs the safety net: autosave goes on.
        () => store.setState({ keeping: 'not kept' }),
      )
      .then(() => undefined);
  };
  // A page that is left may be gone before the database has written.
  const leave = () => {
    const state = store.getState();
    if (state.outbox === lastKept.outbox && !needsKeeping) return;
    keepLeaving(state, window_);
    keepNow();
  };
  window.addEventListener('pagehide', leave);
  const again = () => {
    failures = 0;
    if (store.getState().saving.kind === 'failed') schedule(0);
  };
  window.addEventListener('online', again);

  const unsubscribe = store.subscribe((state, before) => {
    const isEdited = state.outbox !== before.outbox && state.outbox.length > 0;
    if (isEdited || !sameDeeds(state.done, before.done) || !sameDeeds(state.undone, before.undone)) {
      needsKeeping = true;
      keepSoon();
    }
    if (!isEdited) {
      if (state.outbox !== before.outbox) schedule(0);
      return;
    }
    if (state.keeping === 'kept') store.setState({ keeping: 'writing' });
    if (state.saving.kind === 'saved') store.setState({ saving: { kind: 'waiting' } });
    if (isRunning || state.saving.kind === 'failed') return;
    // Sent before the edit is drawn, which would hold a timer up.
    if (around.isShared()) queueMicrotask(() => void run());
    else schedule(DELAY);
  });
  if (store.getState().outbox.length) schedule(0);
  return {
    take: (kept) => {
      arrived.push(...kept);
      if (!isRunning) {
        takeArrived();
        if (isBehind) schedule(0);
      }
    },
    catchUp: () => {
      isBehind = true;
      schedule(0);
    },
    stop: () => {
      isStopped = true;
      unsubscribe();
      clearTimeout(timer);
      clearTimeout(keeping);
      keepNow();
      window.removeEventListener('pagehide', leave);
      window.removeEventListener('online', again);
      void run();
    },
  };
}

/** The records that an entry is about, as it found them. */
function recordsBefore({ change }: Entry) {
  const froms = Object.entries(change.updated).map(([id, [from]]) => [id, from] as const);
  return { ...change.removed, ...Object.fromEntries(froms) };
}

/** True where the server refuses the edit itself; all else is tried again. */
function isRefused({ status, isOurs }: ApiError): boolean {
  return status === 400 || status === 422 || (status === 413 && isOurs);
}
