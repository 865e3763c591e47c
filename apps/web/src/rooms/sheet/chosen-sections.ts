import { type Id, indexOf, type Occurrence, type SongDocument } from '@plucky/core/song';
import { chooseOccurrences, occurrencesChosen, type Session, useSession } from '../../session/store.ts';

/** The chosen occurrences in the order of the form; those that are gone are left out. */
export function chosenSections(
  document: SongDocument,
  session: Pick<Session, 'occurrence' | 'occurrences'>,
): readonly Occurrence[] {
  const wanted = new Set(occurrencesChosen(session));
  return indexOf(document).song.form.filter(({ id }) => wanted.has(id));
}

/** Chooses the stretch of the form from the occurrence that leads the chosen ones up to another. */
export function chooseSectionsUpTo(document: SongDocument, occurrence: Id): void {
  const ids = indexOf(document).song.form.map(({ id }) => id);
  const { occurrence: lead } = useSession.getState();
  const [from, to] = [lead === null ? -1 : ids.indexOf(lead), ids.indexOf(occurrence)];
  if (from < 0 || to < 0) chooseOccurrences([occurrence]);
  else chooseOccurrences(ids.slice(Math.min(from, to), Math.max(from, to) + 1));
}

/** Makes the chosen stretch of the form one section longer towards its end, or its start. */
export function extendSections(document: SongDocument, by: number): void {
  const { form } = indexOf(document).song;
  const chosen = chosenSections(document, useSession.getState());
  const [from, to] = [chosen[0], chosen.at(-1)].map((one) => (one ? form.indexOf(one) : -1)) as [
    number,
    number,
  ];
  if (from < 0) return;
  const range = by < 0 ? form.slice(Math.max(0, from - 1), to + 1) : form.slice(from, to + 2);
  chooseOccurrences(range.map(({ id }) => id));
}
