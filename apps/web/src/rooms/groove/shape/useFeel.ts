import { feelOfFile } from '@plucky/core/fold';
import { familyOrder, fromShelf, playedFeel } from '@plucky/core/pattern';
import { type Id, indexOf, type PlayedFeel, type SongDocument, withRecord } from '@plucky/core/song';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { api, type ShelfItem } from '../../../api/client.ts';
import { midiIn } from '../../../shared/midi-in.ts';
import type { PatternView } from '../pattern-view.ts';

/** A performance whose feel can be laid on: a pattern of the song, one of the shelf, or a file that was chosen. */
export type FeelFrom =
  | { readonly kind: 'pattern'; readonly id: Id }
  | { readonly kind: 'shelf'; readonly id: Id }
  | { readonly kind: 'file'; readonly name: string; readonly feel: PlayedFeel; readonly words: string };

/** The patterns whose feel can be laid on another: all others of the song. */
function feelSources(document: SongDocument, than: Id): ReturnType<typeof familyOrder> {
  const index = indexOf(document);
  return index.parts.flatMap(({ id }) => familyOrder(index, id)).filter(({ pattern }) => pattern.id !== than);
}

/** Choice of a performance and its feel, where a rule asks for one to lay on the pattern that is shown. */
export function useFeel({ document, part, resolved: { pattern } }: PatternView, isAsked: boolean) {
  const [chosen, setChosen] = useState<FeelFrom | null>(null);
  const { data: items = [] } = useQuery({ queryKey: ['shelf'], queryFn: api.shelf, enabled: isAsked });
  const sources = useMemo(() => feelSources(document, pattern.id), [document, pattern.id]);
  const { type } = part;
  const shelf = useMemo(() => items.filter((item) => item.pattern.type === type), [items, type]);
  const from = useMemo(
    (): FeelFrom | null => chosen ?? (sources[0] ? { kind: 'pattern', id: sources[0].pattern.id } : null),
    [chosen, sources],
  );
  const played = useMemo(
    () => (isAsked ? feelIn(document, from, shelf) : null),
    [document, from, isAsked, shelf],
  );
  return { sources, shelf, from, played, choose: setChosen };
}

export type FeelChoice = ReturnType<typeof useFeel>;

/** The feel of a performance, by the rows of the song. */
function feelIn(
  document: SongDocument,
  from: FeelFrom | null,
  shelf: readonly ShelfItem[],
): PlayedFeel | null {
  if (!from) return null;
  if (from.kind === 'file') return from.feel;
  if (from.kind === 'pattern')
    return indexOf(document).pattern(from.id) ? playedFeel(document, from.id) : null;
  const item = shelf.find(({ id }) => id === from.id);
  const taken = item && fromShelf(document, item.pattern, 'feel-tried', item.pattern.name);
  return taken ? playedFeel(withRecord(document, taken.pattern), 'feel-tried') : null;
}

/** The feel of a MIDI file for a part, with words for what was taken. Throws an error in words where there is none. */
export async function feelFromFile(file: File, { document, part }: PatternView): Promise<FeelFrom> {
  const index = indexOf(document);
  const found = feelOfFile(await midiIn(file), index.voicesOf(part.id), index.song.swing);
  if (!found) throw new Error(`${file.name} has no note that a row of this part plays. Nothing was changed.`);
  const { feel, strokes, strangers } = found;
  const left = strangers.length ? `; no row plays note ${strangers.join(', ')}` : '';
  return { kind: 'file', name: file.name, feel, words: `${strokes} strokes${left}` };
}
