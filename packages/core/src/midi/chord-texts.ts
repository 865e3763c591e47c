import { chordName } from '../pattern/index.ts';
import type { Timeline } from '../play/index.ts';
import { type ExportOptions, indexOf, type SongDocument } from '../song/index.ts';

/** The names of a timeline's chords where they begin, in ticks, if they are to leave. */
export function chordTexts(
  document: SongDocument,
  { chords }: Pick<Timeline, 'chords'>,
  options: Pick<ExportOptions, 'chords'>,
): readonly { readonly tick: number; readonly text: string }[] {
  if (!options.chords) return [];
  const { key } = indexOf(document).song;
  return chords.map(({ tick, chord }) => ({ tick, text: chordName(chord, key) }));
}
