import { applyWithinLimits, withFollowers } from '@plucky/core/form';
import {
  apply,
  type Change,
  changeBetween,
  type ChangeSet,
  changeSetOf,
  documentOf,
  DRAFTS,
  InvalidSongError,
  isNothing,
  isRefusal,
  type Outcome,
  recordIn,
  saysSame,
  type SongDocument,
  squash,
  stepOf,
  touchedBy,
} from '@plucky/core/song';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { SongContents, Trouble } from '../api/client.ts';
import { type Entry, outboxAfter, type Pending } from './outbox.ts';

/** An edit that was made, as undo keeps it. */
export interface Done {
  readonly label: string;
  readonly change: Change;
  /** Edits of one gesture share its name, and are undone together. */
  readonly gesture: string | null;
  /** The stack that was changed: the drafts alone, or the song. */
  readonly stack: UndoStack;
  /** True for an edit of the song from a draft, such as keeping a fill. */
  readonly fromDrafts: boolean;
}

/** The song and its drafts are undone each by themselves, so that nothing changes that is not in sight. */
export type UndoStack = 'song' | 'drafts';

function stackOf(change: Change): UndoStack {
  return touchedBy(change).every((id) => id === DRAFTS) ? 'drafts' : 'song';
}

export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'failed'; readonly message: string; readonly trouble: Trouble | null }
  /** The song itself is gone, or the page is too old for it: nothing more can be saved from here. */
  | { readonly kind: 'ended'; readonly message: string };

/** The state of unsaved edits in this browser: kept, being written, or not kept. */
export type Keeping = 'kept' | 'writing' | 'not kept';

export interface DocumentState extends Pending {
  readonly songId: string;
  /** The song as it is seen: as the server has it as its `revision`, with all that it has not got. */
  readonly document: SongDocument;
  readonly saved: SongDocument;
  readonly revision: number;
  readonly outbox: readonly Entry[];
  readonly saving: SaveState;
  /** When the server last had all of it, in ms since 1970. */
  readonly savedAt: number;
  readonly keeping: Keeping;
  /** Latest deed, an undo or redo among them, in words. */
  readonly lastDeed: string;
  readonly done: readonly Done[];
  readonly undone: readonly Done[];
}

export interface DocumentStore extends StoreApi<DocumentState> {
  /** The store of the song itself, where this one shows the song otherwise, and how an edit of what it shows is one of the song. */
  readonly root?: DocumentStore;
  readonly storedEdit?: (outcome: Outcome) => Outcome;
}

const MOST_UNDO = 500;

export function createDocumentStore(songId: string, { revision, records }: SongContents): DocumentStore {
  const document = documentOf(records);
  return createStore<DocumentState>()(() => ({
    songId,
    document,
    saved: document,
    revision,
    saving: { kind: 'saved' },
    savedAt: Date.now(),
    keeping: 'kept',
    outbox: [],
    lastDeed: 'edit',
    done: [],
    undone: [],
  }));
}

/**
 * Takes an edit: applies it and remembers how to undo it; autosave sees the new document. Returns why not, for the
 * person who tried, or null. Edits that share a `gesture` are one undo.
 */
export function applyOutcome(
  from: DocumentStore,
  asked: Outcome,
  gesture: string | null = null,
  fromDrafts = false,
): string | null {
  const store = from.root ?? from;
  const state = store.getState();
  // A section that follows an edited one takes part in the edit, and so in its undo.
  const outcome = withFollowers(state.document, from.storedEdit ? from.storedEdit(asked) : asked);
  if (outcome === null) return null;
  if (isRefusal(outcome)) return outcome.reason;
  try {
    const { document, change: made } = applyWithinLimits(state.document, outcome);
    const last = state.done.at(-1);
    const joins = gesture !== null && last?.gesture === gesture;
    const change = joins ? squash(last.change, made) : made;
    const entry: Done = { label: outcome.label, change, gesture, stack: stackOf(change), fromDrafts };
    const before = joins ? state.done.slice(0, -1) : state.done;
    store.setState({
      ...edited(state, document, outcome.label),
      done: [...before, entry].slice(-MOST_UNDO),
      undone: state.undone.filter(({ stack }) => stack !== entry.stack),
    });
    return null;
  } catch (error) {
    if (error instanceof InvalidSongError) return `That cannot be: ${error.message}. Nothing was changed.`;
    throw error;
  }
}

/** The state once an edit of this window has made the song `document`. */
export function edited(
  state: DocumentState,
  document: SongDocument,
  label: string,
): Pick<DocumentState, 'document' | 'outbox' | 'lastDeed'> {
  return { document, outbox: outboxAfter(state, document, label), lastDeed: label };
}

/**
 * Takes what was worked out as drafts, such as the fills of a recipe: it belongs to the edit that asked for it and is
 * undone with that one.
 */
export function settle({ root, ...from }: DocumentStore, asked: ChangeSet): void {
  const store = root ?? from;
  const state = store.getState();
  const { document, change } = apply(state.document, asked);
  const drafts = recordIn(state.document, DRAFTS);
  const place = state.done.findLastIndex((one) => stepOf(one.change, DRAFTS)?.[1] === drafts);
  const asker = state.done[place];
  store.setState({
    ...edited(state, document, asked.label),
    ...(asker ? { done: state.done.with(place, { ...asker, change: squash(asker.change, change) }) } : {}),
  });
}

/** Makes the song as it was at another time, as an edit; null where it is so already. */
export function goBack(now: SongDocument, then: SongDocument, label: string): Outcome {
  const known = Object.values(then.records).map((record) => {
    const mine = now.records[record.id];
    return mine && saysSame(mine, record) ? mine : record;
  });
  const change = changeBetween(now, documentOf(known));
  return isNothing(change) ? null : changeSetOf(change, label);
}
