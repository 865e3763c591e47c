import { changeBetween, LIMITS, plainName } from '@plucky/core';
import { api, ApiError } from '../api/client.ts';
import { forget, remember } from './journal.ts';
import type { DocumentStore } from './store.ts';

/** How long after an edit it is saved, and how long after a failure it is tried again, in ms. */
const DELAY = 400;
const RETRY = 3000;
/** How often this browser keeps what is edited, in ms. */
const KEEP_EVERY = 150;

type Send = typeof api.change;

/**
 * Saves what the server has not got, one request at a time, until it is stopped. A failure is tried again; a song that
 * was changed elsewhere is not overwritten. Until the server has an edit, the journal of this browser keeps it.
 */
export function startAutosave(store: DocumentStore, send: Send = api.change): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let keeping: ReturnType<typeof setTimeout> | undefined;
  let kept = store.getState().saved;
  let running = false;
  let stopped = false;

  const schedule = (delay: number) => {
    clearTimeout(timer);
    if (!stopped) timer = setTimeout(() => void save(), delay);
  };

  async function save(): Promise<void> {
    if (running) return;
    running = true;
    try {
      while (store.getState().saving.kind !== 'conflict' && (await saveOnce()));
    } finally {
      running = false;
    }
  }

  /** Returns whether there may be more to save. */
  async function saveOnce(): Promise<boolean> {
    const { songId, document, saved, revision, lastDeed } = store.getState();
    const change = changeBetween(saved, document, plainName(lastDeed, LIMITS.label) || 'edit');
    if (!change.put.length && !change.remove.length) {
      forget(songId);
      store.setState({ saved: document, saving: { kind: 'saved' }, savedAt: Date.now() });
      return false;
    }
    store.setState({ saving: { kind: 'saving' } });
    try {
      const next = await send(songId, revision, change);
      store.setState({ revision: next.revision, saved: document, savedAt: Date.now() });
      return true;
    } catch (error) {
      store.setState({ saving: stateAfter(error) });
      if (!(error instanceof ApiError) || error.status === 0 || error.status >= 500) schedule(RETRY);
      return false;
    }
  }

  // Not at each step of a drag: writing to the browser's storage holds the page up.
  const keepSoon = () => {
    if (keeping) return;
    keep();
    keeping = setTimeout(keep, KEEP_EVERY);
  };
  const keep = () => {
    clearTimeout(keeping);
    keeping = undefined;
    const state = store.getState();
    if (state.document !== state.saved && state.document !== kept)
      store.setState({ isKept: remember(state) });
    kept = state.document;
  };
  // A page that is left keeps at once what it has not kept yet.
  window.addEventListener('pagehide', keep);

  const unsubscribe = store.subscribe((state, before) => {
    if (state.document === before.document) return;
    if (state.saving.kind === 'saved') store.setState({ saving: { kind: 'waiting' } });
    keepSoon();
    schedule(DELAY);
  });
  if (store.getState().document !== store.getState().saved) schedule(0);
  return () => {
    stopped = true;
    unsubscribe();
    clearTimeout(timer);
    keep();
    window.removeEventListener('pagehide', keep);
    void save();
  };
}

function stateAfter(error: unknown) {
  if (error instanceof ApiError && error.status === 409) return { kind: 'conflict' } as const;
  const message = error instanceof Error ? error.message : String(error);
  return { kind: 'failed', message, trouble: error instanceof ApiError ? error.trouble : null } as const;
}
