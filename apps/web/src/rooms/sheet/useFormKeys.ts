import { useDocumentStore } from '../../document/context.tsx';
import { useSheet } from '../../session/sheet.ts';
import { chosenPlaces, useSession } from '../../session/store.ts';
import { useCommands } from '../../shared/keys/useCommands.ts';
import { extendSections } from './chosen-sections.ts';
import { FORM_COMMANDS } from './sheet-commands.ts';
import { useFormDeeds } from './useFormDeeds.ts';

/** The keys of the form: while no slot is chosen they act on the chosen sections. */
export function useFormKeys(enabled: boolean): void {
  const store = useDocumentStore();
  const deeds = useFormDeeds();
  const onSections =
    <A extends readonly unknown[]>(deed: (...of: A) => void) =>
    (...of: A): boolean => {
      const isMeant = !chosenPlaces(useSession.getState()).length;
      if (isMeant) deed(...of);
      return isMeant;
    };
  const form = {
    again: onSections(deeds.again),
    move: onSections(deeds.move),
    remove: onSections(deeds.remove),
    copy: onSections(deeds.copy),
    // Sections that were copied last are pasted, wherever the choice is.
    paste: () => {
      const isMeant = useSheet.getState().copiedSections.length > 0;
      if (isMeant) deeds.paste();
      return isMeant;
    },
    extend: (by: number) => extendSections(store.getState().document, by),
  };
  useCommands(FORM_COMMANDS, form, enabled);
}
