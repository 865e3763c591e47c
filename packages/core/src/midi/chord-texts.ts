import { chordName } from '../harmony/chord-names.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import type { ExportOptions } from '../song/export-options.ts';
import type { Timeline } from '../timeline/events.ts';

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
