import {
  bassVoice,
  DRUM_NAMES,
  type DrumName,
  followersFromShelf,
  fromShelf,
  kitVoices,
  type ShelfFollower,
  USUAL_KIT,
} from '@plucky/core/pattern';
import {
  apply,
  documentOf,
  indexOf,
  isChange,
  type ShelfPattern,
  type Song,
  type SongDocument,
} from '@plucky/core/song';
import { meter } from '@plucky/core/time';
import { pattern } from './notation.ts';
import { BASS_PART, DRUM_PART } from './parts.ts';

/** A new song: a kit and a bass, an empty main groove of two bars each, and nothing in the form yet. */
export function blankSong(name: string, seed: number, kit: readonly DrumName[] = USUAL_KIT): SongDocument {
  const song: Song = {
    id: 'song',
    kind: 'song',
    name,
    tempo: 120,
    meter: meter(4, 4),
    key: { tonic: 'C', scale: 'minor' },
    swing: { amount: 50, unit: 16 },
    phraseBars: 4,
    seed,
    form: [],
  };
  const length = 2 * 3840;
  return documentOf([
    song,
    DRUM_PART,
    BASS_PART,
    ...kitVoices(DRUM_PART.id, kit),
    bassVoice(BASS_PART.id, 36),
    pattern({ id: 'main', part: DRUM_PART.id, name: 'Main groove', role: 'groove', length, order: 1 }),
    pattern({ id: 'bass-main', part: BASS_PART.id, name: 'Bass line', role: 'groove', length, order: 1 }),
  ]);
}

/**
 * A new song at a shelf pattern's tempo, meter and swing, with that pattern as the main one of its part, patterns that follow
 * it, and every drum that they need.
 */
export function songFrom(
  item: ShelfPattern,
  name: string,
  seed: number,
  followers: readonly ShelfFollower[] = [],
): SongDocument {
  const all = [item, ...followers.map(({ pattern: one }) => one)];
  const needed = new Set(all.flatMap(({ voices }) => voices.map((voice) => voice.id)));
  const kit = DRUM_NAMES.filter((drum) => USUAL_KIT.includes(drum) || needed.has(drum));
  const blank = blankSong(name, seed, kit);
  const { tempo, meter: counted, swing, tonic } = item;
  const song: Song = { ...indexOf(blank).song, tempo, meter: counted, swing };
  const tuned = documentOf([
    ...Object.values(blank.records),
    item.type === 'notes' ? { ...song, key: { tonic, scale: 'minor' } } : song,
  ]);
  const { parts, pattern } = indexOf(tuned);
  const part = parts.find((one) => one.type === item.type);
  const main = part?.id === DRUM_PART.id ? 'main' : 'bass-main';
  const before = pattern(main);
  const taken = fromShelf(tuned, item, main, before?.name ?? item.name);
  if (!taken || !before) return tuned;
  const alone = documentOf([...Object.values(tuned.records), { ...taken.pattern, order: before.order }]);
  const named = followers.map((one) => ({ ...one, id: `${main}-${one.role}`, name: one.pattern.name }));
  const outcome = followersFromShelf(alone, main, named);
  return isChange(outcome) ? apply(alone, outcome).document : alone;
}
