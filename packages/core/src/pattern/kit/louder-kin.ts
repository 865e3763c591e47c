import { indexOf, type SongDocument, type Voice } from '../../song/index.ts';
import type { DrumName } from './drums.ts';

/** Drums struck instead of a drum at full strength, the likeliest first. */
const LOUDER: Readonly<Partial<Record<string, readonly DrumName[]>>> = {
  'closed-hat': ['open-hat', 'ride'],
  rim: ['snare', 'brush-snare'],
};

/** The louder sibling of a drum in its own kit; null where it has none. */
export function louderKinOf(document: SongDocument, { sound, part }: Voice): Voice | null {
  const voices = indexOf(document).voicesOf(part);
  for (const louder of LOUDER[sound] ?? []) {
    const found = voices.find((one) => one.sound === louder);
    if (found) return found;
  }
  return null;
}
