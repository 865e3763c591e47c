import { bassVoice, type DrumName, kitVoices } from '@plucky/core/pattern';
import { documentOf, type Pattern, type SongDocument } from '@plucky/core/song';
import { meter } from '@plucky/core/time';
import { hitAt, layer, notes, pattern, row, slots } from './notation.ts';
import { BASS_PART, DRUM_PART, form, section } from './parts.ts';

const BAR = 2880;
const KIT: readonly DrumName[] = [
  'crash',
  'ride',
  'pedal-hat',
  'tambourine',
  'rim',
  'brush-snare',
  'low-tom',
  'kick',
];

const drums = { part: DRUM_PART.id };
const bass = { part: BASS_PART.id };

function patterns(): Pattern[] {
  return [
    pattern({
      ...drums,
      id: 'main',
      name: 'Brush waltz',
      role: 'groove',
      length: 2 * BAR,
      order: 1,
      own: {
        ...row('ride', '7. 5. 53 | 7. 5. 5.', 2),
        ...row('pedal-hat', '. 5 5 | . 5 5', 1),
        ...row('brush-snare', '4... 52.2 5..2 | 4... 52.2 5.22'),
        ...row('kick', '7. .. .. | 7. .. .4', 2),
      },
      grids: { ride: 2, 'pedal-hat': 1, kick: 2 },
      accents: [{ at: 0 }, { at: BAR }],
      accentAmount: 10,
    }),
    pattern({
      ...drums,
      id: 'dry-ride',
      name: 'Rim and ride',
      role: 'variation',
      length: 2 * BAR,
      order: 2,
      parent: 'main',
      window: { from: 0 },
      shapes: [{ id: 'no-brush', rule: 'silence', voices: ['brush-snare'], from: 0, to: 2 * BAR }],
      own: row('rim', '. 6 6 | . 6 6', 1),
    }),
    pattern({
      ...drums,
      id: 'wide',
      name: 'Wide waltz',
      role: 'variation',
      length: 4 * BAR,
      order: 3,
      parent: 'main',
      window: { from: 0 },
      shapes: [{ id: 'louder', rule: 'scale', voices: null, percent: 114 }],
      own: {
        ...row('tambourine', '.. 6. 6. | .. 6. 6. | .. 6. 6. | .. 6. 66', 2),
        'swish-1': hitAt('crash', 0, 78, 1920),
        'tom-1': hitAt('low-tom', 3 * BAR + 1920, 74),
        'tom-2': hitAt('low-tom', 3 * BAR + 2400, 82),
      },
    }),
    pattern({
      ...drums,
      id: 'still',
      name: 'Only the one',
      role: 'break',
      length: BAR,
      order: 4,
      parent: 'main',
      window: { from: 0 },
      shapes: [{ id: 'only', rule: 'keep', voices: ['kick', 'pedal-hat'] }],
    }),
    pattern({
      ...bass,
      id: 'bass-main',
      name: 'Walking low',
      role: 'groove',
      length: 4 * BAR,
      order: 1,
      own: notes('bass', [
        [0, 0, 7, 7],
        [8, 4, 3, 5],
        [12, -3, 7, 7],
        [20, 0, 3, 5],
        [24, 5, 7, 7],
        [32, 4, 3, 5],
        [36, -5, 7, 7],
        [44, -1, 3, 6],
      ]),
    }),
    pattern({
      ...bass,
      id: 'bass-one',
      name: 'Ones only',
      role: 'variation',
      length: 4 * BAR,
      order: 2,
      own: notes('bass', [
        [0, 0, 11, 6],
        [12, -3, 11, 6],
        [24, 5, 11, 6],
        [36, -5, 11, 6],
      ]),
    }),
  ];
}

/** 92 bpm, 3/4, G major, brushes in phrases of eight bars, with drop-outs instead of fills: 48 bars. */
export function saltWaltz(): SongDocument {
  const dropOut = layer('main', ['ride', 'pedal-hat']);
  return documentOf([
    {
      id: 'song',
      kind: 'song',
      name: 'Salt Waltz',
      tempo: 92,
      meter: meter(3, 4),
      key: { tonic: 'G', scale: 'major' },
      swing: { amount: 62, unit: 8 },
      phraseBars: 8,
      seed: 7719,
      form: form(['intro', 'verse', 'chorus', 'verse', 'chorus', 'outro']),
    },
    DRUM_PART,
    BASS_PART,
    ...kitVoices(DRUM_PART.id, KIT, { 'brush-snare': { offsetMs: 8, swingShare: 60 } }),
    bassVoice(BASS_PART.id, 43, { offsetMs: 6 }),
    ...patterns(),
    section(
      'intro',
      'Intro',
      'intro',
      slots([
        [6 * BAR, 'dry-ride'],
        [2 * BAR, 'still', 'bass-one'],
      ]),
    ),
    section(
      'verse',
      'Verse',
      'verse',
      slots([
        [7 * BAR, 'main', 'bass-main'],
        [BAR, dropOut, 'bass-main'],
      ]),
    ),
    section(
      'chorus',
      'Chorus',
      'chorus',
      slots([
        [6 * BAR, 'wide', 'bass-main'],
        [2 * BAR, layer('wide', ['kick', 'brush-snare']), 'bass-one'],
      ]),
    ),
    section(
      'outro',
      'Outro',
      'outro',
      slots([
        [4 * BAR, 'dry-ride', 'bass-one'],
        [4 * BAR, 'still', 'bass-one'],
      ]),
    ),
  ]);
}
