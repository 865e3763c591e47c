import { type DressChoices, placeDress, planDress } from '@plucky/core/plan';
import { apply, isChange, type SongDocument } from '@plucky/core/song';
import { useMemo } from 'react';
import { createForSong } from '../../session/song-store.ts';

/** The plan that is looked at: whether one is, what it is drawn from, and what was asked of its ends. */
interface Dressing {
  readonly isOpen: boolean;
  readonly seed: number;
  readonly choices: DressChoices;
}

export const useDressing = createForSong<Dressing>(() => ({ isOpen: false, seed: 1, choices: {} }));

export function toggleDress(): void {
  useDressing.setState(({ isOpen }) => ({ isOpen: !isOpen, choices: {} }));
}

/** The plan for the bare ends of a song and the song with it; null while none is looked at. */
export function useDressPlan(document: SongDocument) {
  const { isOpen, seed, choices } = useDressing();
  return useMemo(() => {
    if (!isOpen) return null;
    const plan = planDress(document, seed, choices);
    const outcome = placeDress(document, plan);
    const dressed = isChange(outcome) ? apply(document, outcome).document : document;
    const names = new Map(
      plan.flatMap(({ section, end, option }) =>
        option ? [[`${section} ${end}`, option.pattern.name] as const] : [],
      ),
    );
    return { plan, dressed, names };
  }, [document, isOpen, seed, choices]);
}

export type DressPlan = NonNullable<ReturnType<typeof useDressPlan>>;
