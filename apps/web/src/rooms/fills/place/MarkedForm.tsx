import type { PlaceInSong } from '@plucky/core/form';
import type { SongDocument } from '@plucky/core/song';
import { useCommands } from '../../../shared/keys/useCommands.ts';
import { MARK_COMMANDS } from '../draft-commands.ts';
import { useRoom } from '../session.ts';
import { FormStrip, type MarkedEnd, useEnds } from './FormStrip.tsx';

/** The strip of the form with the place that the room has agreed to marked in it, where that is the end of a phrase. */
export function MarkedForm({ document, where }: { document: SongDocument; where: PlaceInSong | undefined }) {
  const ends = useEnds(document);
  const marked = markedEnd(ends, where);
  const mark = (key: string) => useRoom.setState({ where: key });
  useCommands(MARK_COMMANDS, {
    mark(by) {
      const at = ends.findIndex(({ key }) => key === marked);
      const next = ends[at < 0 ? 0 : at + by];
      if (next) mark(next.key);
      return next !== undefined;
    },
  });
  return <FormStrip document={document} ends={ends} marked={marked} onMark={mark} />;
}

/** The end of a phrase that a place is, by its key; null for another kind of place. */
function markedEnd(ends: readonly MarkedEnd[], where: PlaceInSong | undefined): string | null {
  if (where?.kind === 'phrase') return where.key;
  if (where?.kind !== 'end') return null;
  const first = ends.find(({ section }) => section.id === where.section.id);
  return ends.findLast(({ occurrence }) => occurrence === first?.occurrence)?.key ?? null;
}
