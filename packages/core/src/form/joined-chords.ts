import { keyChords } from '../pattern/index.ts';
import { type ChordAt, indexOf, type Slot, type SongDocument } from '../song/index.ts';

/** The chords of a slot before a place of it, and from there on counted from that place. */
export function cutChords(chords: Slot['chords'], at: number): readonly [Slot['chords'], Slot['chords']] {
  if (!chords) return [undefined, undefined];
  const before = chords.filter((one) => one.at < at);
  const after = chords.filter((one) => one.at >= at).map((one) => ({ ...one, at: one.at - at }));
  const sounding = before.at(-1);
  const isLed = sounding && after[0]?.at !== 0;
  const later = isLed ? [{ ...sounding, at: 0 }, ...after] : after;
  return [before.length ? before : undefined, later.length ? later : undefined];
}

/** The chords of slots that become one; where one of them has none after others that have, its notes stay as written. */
export function joinedChords(document: SongDocument, slots: readonly Slot[]): Slot['chords'] {
  const { key } = indexOf(document).song;
  const [home] = keyChords(key);
  const out: ChordAt[] = [];
  let start = 0;
  for (const { chords = [], length } of slots) {
    if (out.length && home && chords[0]?.at !== 0) out.push({ at: start, chord: home });
    out.push(...chords.filter(({ at }) => at < length).map((one) => ({ ...one, at: one.at + start })));
    start += length;
  }
  return out.length ? out : undefined;
}
