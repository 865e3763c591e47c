import { type Id, indexOf } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { useDocumentStore } from '../../document/context.tsx';
import { useSession } from '../../session/store.ts';
import type { Laid } from '../../shared/drag/laid.ts';
import type { Carried } from '../../shared/drag/useCarried.ts';
import { chosenSections } from './chosen-sections.ts';
import { useFormDeeds } from './useFormDeeds.ts';

type Section = Carried<Id>;

/** A section of the form, with those that are chosen with it, carried before another one or after it; with Ctrl as copies. */
export function useSectionCarrying() {
  const store = useDocumentStore();
  const { carry } = useFormDeeds();
  const carriedWith = ({ value }: Section): readonly Id[] => {
    const ids = chosenSections(store.getState().document, useSession.getState()).map(({ id }) => id);
    return ids.includes(value) ? ids : [value];
  };
  /** A section that is moved takes the place where it is let go of; a copy goes to the side of it that is nearer. */
  const howLaid = (carried: Section, onto: Section, { share, copies }: Laid) => {
    if (copies && share !== null) return share < 0.5 ? 'before' : 'after';
    const { form } = indexOf(store.getState().document).song;
    const at = (id: Id) => form.findIndex((one) => one.id === id);
    return at(carried.value) < at(onto.value) ? 'after' : 'before';
  };
  return {
    sayHow(carried: Section, onto: Section, laid: Laid): string {
      const ids = carriedWith(carried);
      const what = ids.length > 1 ? counted(ids.length, 'section') : carried.name;
      return `${laid.copies ? 'Copy' : 'Move'} ${what} ${howLaid(carried, onto, laid)} ${onto.name}`;
    },
    onDrop(carried: Section, onto: Section, laid: Laid): void {
      const ids = carriedWith(carried);
      if (laid.copies || !ids.includes(onto.value))
        carry(ids, onto.value, howLaid(carried, onto, laid), laid.copies);
    },
  };
}
