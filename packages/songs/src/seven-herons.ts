import { buildPattern, makeFill, straight, USUAL_BUILD, USUAL_FILL } from '@plucky/core/make';
import { bassVoice, type DrumName, kitVoices } from '@plucky/core/pattern';
import { type BuildRecipe, documentOf, isChange, type Pattern, type SongDocument } from '@plucky/core/song';
import { meter } from '@plucky/core/time';
import { hitAt, layer, notes, pattern, row, slots } from './notation.ts';
import { BASS_PART, DRUM_PART, form, section } from './parts.ts';

const BAR = 3360;
const BEAT = 480;
const KIT: readonly DrumName[] = [
  'crash',
  'ride',
  'closed-hat',
  'cowbell',
  'wood-block',
  'rim',
  'snare',
  'high-tom',
  'mid-tom',
  'low-tom',
  'kick',
];

const drums = { part: DRUM_PART.id };
const bass = { part: BASS_PART.id };

/** Places of a triplet row in 7/8: `at` counts 8th triplets of 320 ticks. */
function triplets(voice: string, list: readonly (readonly [number, number])[]): Pattern['own'] {
  return Object.fromEntries(
    list.map(([at, velocity]) => [`${voice}-t${at + 1}`, hitAt(voice, at * 320, velocity, 160)]),
  );
}

function patterns(): Pattern[] {
  return [
    pattern({
      ...drums,
      id: 'main',
      name: 'Heron step',
      role: 'groove',
      length: 2 * BAR,
      order: 1,
      own: {
        ...row('closed-hat', '7343 7343 734343 | 7343 7343 734354'),
        ...row('snare', '.... 9..1 ....9. | .... 9..1 ..1.9.'),
        ...row('kick', '9..5 .... 8..... | 9..5 ..4. 8..4..'),
        ...triplets('wood-block', [
          [0, 70],
          [3, 52],
          [6, 66],
          [8, 44],
          [10, 60],
        ]),
      },
      grids: { 'wood-block': 3 },
      accents: [0, 960, 1920, 3360, 4320, 5280].map((at) => ({ at })),
      accentAmount: 16,
    }),
    pattern({
      ...drums,
      id: 'bell',
      name: 'Bell above',
      role: 'variation',
      length: 2 * BAR,
      order: 2,
      parent: 'main',
      window: { from: 0 },
      shapes: [{ id: 'ride', rule: 'revoice', voice: 'closed-hat', onto: 'ride' }],
      own: {
        ...row('cowbell', '6... 5... 5..... | 6... 5... 5..5..'),
        'crash-1': hitAt('crash', 0, 104, 1920),
      },
    }),
    pattern({
      ...drums,
      id: 'sparse',
      name: 'Reeds',
      role: 'variation',
      length: 2 * BAR,
      order: 3,
      parent: 'main',
      window: { from: 0 },
      shapes: [{ id: 'thin', rule: 'thin', voices: ['closed-hat', 'kick', 'snare'], keep: 45 }],
      own: { 'rim-1': hitAt('rim', 960, 76), 'rim-2': hitAt('rim', BAR + 960, 76) },
    }),
    pattern({
      ...bass,
      id: 'bass-main',
      name: 'Low water',
      role: 'groove',
      length: 4 * BAR,
      order: 1,
      own: notes('bass', [
        [0, 0, 4, 8],
        [8, 0, 3, 6],
        [12, 7, 2, 6],
        [14, -2, 4, 8],
        [22, -2, 3, 6],
        [26, 5, 2, 6],
        [28, 3, 4, 8],
        [36, 3, 3, 6],
        [40, 7, 2, 6],
        [42, 5, 4, 8],
        [50, 5, 3, 6],
        [54, 2, 2, 7],
      ]),
    }),
    pattern({
      ...bass,
      id: 'bass-pedal',
      name: 'Pedal D',
      role: 'variation',
      length: BAR,
      order: 2,
      own: notes('bass', [[0, 0, 13, 6]]),
    }),
  ];
}

/** A snare over the groove's kick that gathers speed smoothly and opens over eight bars, less the last three 8ths. */
function riverRising(base: SongDocument): Pattern {
  const recipe: BuildRecipe = {
    ...USUAL_BUILD,
    voice: 'snare',
    second: null,
    lasts: 8 * BAR,
    rate: { from: 0.5, to: 4 },
    silence: 3 * BEAT,
    velocity: straight(34, 118),
    filter: straight(28, 127, 20),
    level: straight(80, 127),
  };
  const made = buildPattern(base, 'main', recipe, 'rise', 'River rising');
  if ('reason' in made) throw new Error(made.reason);
  return { ...made, order: 20 };
}

/** 118 bpm, 7/8 in 2+2+3, D dorian, triplet rows and a long smooth build-up: 56 bars. */
export function sevenHerons(): SongDocument {
  const base = documentOf([
    {
      id: 'song',
      kind: 'song',
      name: 'Seven Herons',
      tempo: 118,
      meter: meter(7, 8),
      key: { tonic: 'D', scale: 'dorian' },
      swing: { amount: 50, unit: 16 },
      phraseBars: 4,
      seed: 118207,
      form: form(['intro', 'verse', 'break', 'build', 'chorus', ['verse-short', 2], 'chorus', 'outro']),
    },
    DRUM_PART,
    BASS_PART,
    ...kitVoices(DRUM_PART.id, KIT, { 'wood-block': { grid: 3 }, snare: { offsetMs: 4 } }),
    bassVoice(BASS_PART.id, 38),
    ...patterns(),
  ]);
  const fill = makeFill(
    base,
    'main',
    { ...USUAL_FILL, made: 'at random', takeOver: 1440, busy: 80, seed: 77 },
    'wings',
    'Wings down',
  );
  if (!isChange(fill)) throw new Error('The fill of Seven Herons could not be made.');
  return documentOf([
    ...Object.values(base.records),
    ...fill.put,
    riverRising(base),
    section(
      'intro',
      'Intro',
      'intro',
      slots([
        [4 * BAR, 'sparse'],
        [4 * BAR, 'sparse', 'bass-pedal'],
      ]),
    ),
    section(
      'verse',
      'Verse',
      'verse',
      slots([
        [4 * BAR, 'main', 'bass-main'],
        [3 * BAR, 'main', 'bass-main'],
        [BAR, 'wings', 'bass-pedal'],
      ]),
    ),
    section(
      'break',
      'Break',
      'break',
      slots([[4 * BAR, layer('sparse', ['closed-hat', 'kick']), 'bass-pedal']]),
    ),
    section('build', 'Build-up', 'build-up', slots([[8 * BAR, 'rise', 'bass-pedal']])),
    section(
      'chorus',
      'Chorus',
      'chorus',
      slots([
        [4 * BAR, 'bell', 'bass-main'],
        [3 * BAR, 'bell', 'bass-main'],
        [BAR, 'wings', 'bass-pedal'],
      ]),
    ),
    section(
      'verse-short',
      'Short verse',
      'verse',
      slots([
        [3 * BAR, 'main', 'bass-main'],
        [BAR, 'wings', 'bass-pedal'],
      ]),
    ),
    section('outro', 'Outro', 'outro', slots([[4 * BAR, 'sparse', 'bass-pedal']])),
  ]);
}
