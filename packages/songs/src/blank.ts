import { documentOf, meter, type Song, type SongDocument } from '@plucky/core';
import { bassVoice, kitVoices, USUAL_KIT } from './kit.ts';
import { pattern } from './notation.ts';
import { BASS_PART, DRUM_PART } from './parts.ts';

/** A new song: a kit and a bass, an empty main groove of two bars each, and nothing in the form yet. */
export function blankSong(name: string, seed: number): SongDocument {
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
    ...kitVoices(DRUM_PART.id, USUAL_KIT),
    bassVoice(BASS_PART.id, 36),
    pattern({ id: 'main', part: DRUM_PART.id, name: 'Main groove', role: 'groove', length, order: 1 }),
    pattern({ id: 'bass-main', part: BASS_PART.id, name: 'Bass line', role: 'groove', length, order: 1 }),
  ]);
}
