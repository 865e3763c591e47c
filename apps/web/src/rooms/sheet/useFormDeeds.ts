import { moveOccurrences, playOnceMore, removeOccurrences } from '@plucky/core/form';
import { type Id, indexOf, type Occurrence } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { useDocumentStore, useEdit } from '../../document/context.tsx';
import { useSheet } from '../../session/sheet.ts';
import { chooseOccurrence, chooseOccurrences, useSession } from '../../session/store.ts';
import { freshId } from '../../shared/fresh-id.ts';
import { notify } from '../../shared/ui/notify.ts';
import { chosenSections } from './chosen-sections.ts';

/** Deeds on the chosen sections of the form, each of them one step to undo. */
export interface FormDeeds {
  /** Plays them once more after themselves. */
  readonly again: () => void;
  readonly move: (by: number) => void;
  readonly remove: () => void;
  readonly copy: () => void;
  /** Plays what was copied after them. */
  readonly paste: () => void;
  /** Carries them, or copies of them, before another occurrence or after it. */
  readonly carry: (ids: readonly Id[], onto: Id, how: 'before' | 'after', copies: boolean) => void;
}

export function useFormDeeds(): FormDeeds {
  const edit = useEdit();
  const store = useDocumentStore();
  const state = () => {
    const { document } = store.getState();
    const { form } = indexOf(document).song;
    const chosen = chosenSections(document, useSession.getState());
    const [first, last] = [chosen[0], chosen.at(-1)];
    return {
      form,
      chosen,
      ids: chosen.map(({ id }) => id),
      from: first ? form.indexOf(first) : form.length,
      to: last ? form.indexOf(last) + 1 : form.length,
    };
  };
  /** Plays occurrences from a place in the form on, and chooses them. */
  const playAt = (occurrences: readonly Occurrence[], to: number) => {
    const ids = occurrences.map(() => freshId());
    if (edit((now) => playOnceMore(now, occurrences, to, (i) => ids[i] ?? freshId()))) chooseOccurrences(ids);
  };
  const copy = () => {
    const { chosen } = state();
    if (!chosen.length) return;
    useSheet.setState({ copiedSections: chosen, copiedSlots: [] });
    notify(`${counted(chosen.length, 'section')} copied.`);
  };
  const remove = () => {
    const { form, ids, from } = state();
    if (!edit((now) => removeOccurrences(now, ids))) return;
    const left = form.filter(({ id }) => !ids.includes(id));
    chooseOccurrence((left[from - 1] ?? left[0])?.id ?? null);
  };
  return {
    again() {
      const { chosen, to } = state();
      playAt(chosen, to);
    },
    move(by) {
      const { ids, from } = state();
      edit((now) => moveOccurrences(now, ids, from + by));
    },
    remove,
    copy,
    paste() {
      playAt(useSheet.getState().copiedSections, state().to);
    },
    carry(ids, onto, how, copies) {
      const { form } = state();
      const at = form.findIndex(({ id }) => id === onto) + (how === 'after' ? 1 : 0);
      if (copies) {
        playAt(
          form.filter(({ id }) => ids.includes(id)),
          at,
        );
        return;
      }
      const others = form.slice(0, at).filter(({ id }) => !ids.includes(id)).length;
      if (edit((now) => moveOccurrences(now, ids, others))) chooseOccurrences(ids);
    },
  };
}
