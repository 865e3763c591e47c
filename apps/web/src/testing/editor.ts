import { type Id, indexOf, type SongDocument } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import type { Edit } from '../document/context.tsx';
import { applyOutcome, createDocumentStore } from '../document/store.ts';
import { redo, undo } from '../document/undo.ts';
import { type RowContext, rowContext } from '../rooms/groove/actions/row-context.ts';
import { type PatternView, type Row, viewOf } from '../rooms/groove/pattern-view.ts';
import { useGroove } from '../session/groove.ts';
import { useSession } from '../session/store.ts';

/** An editor without a page: a song, a pattern in view, and what has been refused. */
export interface Editor {
  readonly document: () => SongDocument;
  readonly view: () => PatternView;
  readonly context: () => RowContext;
  readonly row: (key: string) => Row;
  /** The sounding hits as "row place velocity". */
  readonly hits: () => string[];
  readonly ids: (row?: string) => Id[];
  readonly choose: (...ids: Id[]) => void;
  readonly refused: string[];
  readonly undo: () => string | null;
  readonly redo: () => string | null;
}

/** Opens a pattern of a song, with nothing chosen. */
export function openEditor(document: SongDocument = blankSong('Mine', 1), pattern: Id = 'main'): Editor {
  useSession.setState(useSession.getInitialState(), true);
  useGroove.setState(useGroove.getInitialState(), true);
  useSession.setState({ pattern });
  const store = createDocumentStore('s', { revision: 1, records: Object.values(document.records) });
  const refused: string[] = [];
  const edit: Edit = (make, gesture = null) => {
    const reason = applyOutcome(store, make(store.getState().document), gesture);
    if (reason) refused.push(reason);
    return reason === null;
  };
  const now = () => store.getState().document;
  const view = () => {
    const made = viewOf(now(), pattern);
    if (!made) throw new Error(`no pattern ${pattern} among ${Object.keys(now().records).join()}`);
    return made;
  };
  return {
    document: now,
    view,
    context: () => rowContext(view(), edit),
    row(key) {
      const row = view().rows.find((one) => one.key === key);
      if (!row) throw new Error(`no row ${key} in ${indexOf(now()).song.name}`);
      return row;
    },
    hits: () =>
      view()
        .hits.filter((one) => one.hit.origin !== 'silenced')
        .map((one) => `${one.row} ${one.hit.at} ${one.hit.velocity}`),
    ids: (row) => view().hits.flatMap((one) => (row === undefined || one.row === row ? [one.hit.id] : [])),
    choose: (...ids) => useGroove.setState({ hits: new Set(ids) }),
    refused,
    undo: () => undo(store)?.label ?? null,
    redo: () => redo(store)?.label ?? null,
  };
}
