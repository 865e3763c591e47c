import { buildPattern, makeFill, straight, USUAL_BUILD, USUAL_FILL } from '@plucky/core/make';
import { bassVoice, type DrumName, kitVoices } from '@plucky/core/pattern';
import {
  type BuildRecipe,
  documentOf,
  isChange,
  type Pattern,
  type SongDocument,
  type SongRecord,
} from '@plucky/core/song';
import { meter } from '@plucky/core/time';
import { hitAt, layer, notes, pattern, row, slots } from './notation.ts';
import { BASS_PART, DRUM_PART, form, section } from './parts.ts';

const BAR = 3840;
const KIT: readonly DrumName[] = [
  'crash',
  'ride',
  'open-hat',
  'closed-hat',
  'shaker',
  'wood-block',
  'clap',
  'rim',
  'snare',
  'high-tom',
  'mid-tom',
  'low-tom',
  'kick',
];

const drums = { part: DRUM_PART.id };
const bass = { part: BASS_PART.id };

function grooves(): Pattern[] {
  return [
    pattern({
      ...drums,
      id: 'main',
      name: 'Main groove',
      role: 'groove',
      length: 2 * BAR,
      order: 1,
      own: {
        ...row('closed-hat', '..7. 3.6. 2.7. 3.6. | ..7. 3.6. 2.73 ..6.'),
        ...row('open-hat', '.... .... .... .... | .... .... .... ..6.'),
        ...row('shaker', '5252 5253 5252 5253 | 5252 5253 5252 5253'),
        ...row('wood-block', '... ..5 ... ... | ... ... .6. ...', 3),
        ...row('rim', '.... .... ..4. .... | .... ...4 .... ....'),
        ...row('snare', '.... 9..2 .2.. 9... | .... 9..2 .... 9.12'),
        ...row('kick', '9... ..7. ..8. .... | 9... ...6 ..8. ....'),
      },
      grids: { 'wood-block': 3 },
      accents: [0, 960, 2880, 3840, 4800, 6720].map((at) => ({ at })),
      accentAmount: 14,
    }),
    pattern({
      ...drums,
      id: 'lift',
      name: 'Verse lift',
      role: 'variation',
      length: 2 * BAR,
      order: 2,
      parent: 'main',
      window: { from: 0 },
      own: {
        'lift-kick': hitAt('kick', 3360, 96),
        'lift-snare': hitAt('snare', 7560, 58, 120, { offsetMs: 4 }),
      },
      silenced: ['closed-hat-31'],
      changed: { 'rim-11': { velocity: 84 } },
    }),
    pattern({
      ...drums,
      id: 'lift-half',
      name: 'Verse lift, hats half',
      role: 'variation',
      length: 2 * BAR,
      order: 3,
      parent: 'lift',
      window: { from: 0 },
      shapes: [{ id: 'half', rule: 'thin', voices: ['closed-hat', 'shaker'], keep: 50 }],
    }),
    pattern({
      ...drums,
      id: 'open',
      name: 'Chorus open',
      role: 'variation',
      length: 2 * BAR,
      order: 4,
      parent: 'main',
      window: { from: 0 },
      shapes: [
        { id: 'ride', rule: 'revoice', voice: 'closed-hat', onto: 'ride' },
        { id: 'louder', rule: 'scale', voices: ['kick', 'snare', 'ride'], percent: 108 },
      ],
      own: {
        ...row('clap', '.... 8... .... 8... | .... 8... .... 8...'),
        ...row('open-hat', '..5. ..5. ..5. ..5. | ..5. ..5. ..5. ....'),
      },
    }),
    pattern({
      ...drums,
      id: 'pulse',
      name: 'Drop to pulse',
      role: 'break',
      length: 2 * BAR,
      order: 5,
      parent: 'main',
      window: { from: 0 },
      shapes: [{ id: 'only', rule: 'keep', voices: ['kick', 'wood-block', 'shaker'] }],
      own: row('kick', '.... 6... .... 6... | .... 6... .... 6...'),
    }),
    pattern({
      ...drums,
      id: 'turn',
      name: 'Turn-around',
      role: 'fill',
      length: BAR,
      order: 6,
      parent: 'main',
      own: { ...row('snare', '.... .... 5... ..77'), ...row('kick', '.... .... .... .8..') },
      silenced: ['open-hat-31', 'closed-hat-31'],
    }),
    pattern({
      ...drums,
      id: 'crash-in',
      name: 'Crash on the one',
      role: 'variation',
      length: BAR,
      order: 20,
      own: { 'crash-1': hitAt('crash', 0, 112, 1920) },
    }),
  ];
}

/** A snare over the groove's kick that gathers speed, rises by an octave and opens, up to two silent beats. */
function slowBoil(base: SongDocument): Pattern {
  const recipe: BuildRecipe = {
    ...USUAL_BUILD,
    voice: 'snare',
    second: null,
    lasts: 4 * BAR,
    silence: 1920,
    pitch: straight(0, 12, 40),
    filter: { start: 20, middle: 84, end: 127, turn: 50, bend: 0 },
  };
  const made = buildPattern(base, 'main', recipe, 'boil', 'Slow boil');
  if ('reason' in made) throw new Error(made.reason);
  return { ...made, order: 21 };
}

function basses(): Pattern[] {
  // F, D flat, E flat, C: a bar each.
  const roots = [0, -4, -2, -5];
  const line = (
    figure: (bar: number, root: number) => readonly (readonly [number, number, number, number])[],
  ) =>
    notes(
      'bass',
      roots.flatMap((root, bar) =>
        figure(bar, root).map(([at, ...rest]) => [at + bar * 16, ...rest] as const),
      ),
    );
  return [
    pattern({
      ...bass,
      id: 'bass-main',
      name: 'Bass line',
      role: 'groove',
      length: 4 * BAR,
      order: 1,
      own: line((bar, root) => [
        [0, root, 3, 8],
        [6, root, 2, 6],
        [10, root + (bar === 3 ? 4 : 7), 2, 7],
        [13, root, 2, 5],
      ]),
    }),
    pattern({
      ...bass,
      id: 'bass-open',
      name: 'Chorus bass',
      role: 'variation',
      length: 4 * BAR,
      order: 2,
      parent: 'bass-main',
      window: { from: 0 },
      own: Object.fromEntries(
        roots.map((root, bar) => [
          `top-${bar + 1}`,
          hitAt('bass', bar * BAR + 3 * 240, 88, 200, { pitch: root + 12 }),
        ]),
      ),
    }),
    pattern({
      ...bass,
      id: 'bass-held',
      name: 'Held roots',
      role: 'variation',
      length: 4 * BAR,
      order: 3,
      own: line((_, root) => [[0, root, 16, 6]]),
    }),
  ];
}

/** Fills made from the main groove, each from its own seed. */
function fills(base: SongDocument): SongRecord[] {
  const wanted = [
    { id: 'stumble', name: 'Stumble down', takeOver: 1920, travel: 'down', busy: 70, seed: 4071 },
    { id: 'tumble', name: 'Two-hand tumble', takeOver: 2880, travel: 'snare first', busy: 85, seed: 212 },
    { id: 'answers', name: 'Short answers', takeOver: 1920, travel: 'answers', busy: 60, seed: 33 },
  ] as const;
  return wanted.flatMap(({ id, name, ...recipe }, i) => {
    const made = makeFill(base, 'main', { ...USUAL_FILL, made: 'at random', ...recipe }, id, name);
    if (!isChange(made)) throw new Error(`The fill ${name} could not be made.`);
    return made.put.map((record) => (record.kind === 'pattern' ? { ...record, order: 10 + i } : record));
  });
}

/** 132 bpm, F minor, a swung two-step groove with ghost notes and a bass: eight sections, 72 bars. */
export function paperLanterns(): SongDocument {
  const base = documentOf([
    {
      id: 'song',
      kind: 'song',
      name: 'Paper Lanterns',
      tempo: 132,
      meter: meter(4, 4),
      key: { tonic: 'F', scale: 'minor' },
      swing: { amount: 58, unit: 16 },
      phraseBars: 4,
      seed: 20418,
      form: form(['intro', 'verse-1', 'build', 'chorus-1', 'verse-2', 'build', 'chorus-2', 'outro']),
    },
    DRUM_PART,
    BASS_PART,
    ...kitVoices(DRUM_PART.id, KIT, {
      'closed-hat': { offsetMs: -4 },
      snare: { offsetMs: 5 },
      shaker: { swingShare: 80 },
    }),
    bassVoice(BASS_PART.id, 41, { offsetMs: 3 }),
    ...grooves(),
    ...basses(),
    section(
      'intro',
      'Intro',
      'intro',
      slots([
        [2 * BAR, 'pulse'],
        [2 * BAR, 'pulse', 'bass-held'],
        [3 * BAR, layer('lift', ['kick']), 'bass-held'],
        [BAR, 'stumble'],
      ]),
    ),
    section(
      'verse-1',
      'Verse 1',
      'verse',
      slots([
        [4 * BAR, 'main', 'bass-main', { ...layer('crash-in'), from: 0, to: BAR }],
        [3 * BAR, 'main', 'bass-main'],
        [BAR, 'turn', 'bass-main'],
        [4 * BAR, 'lift', 'bass-main'],
        [3 * BAR, 'lift', 'bass-main'],
        [BAR, layer('lift-half', ['closed-hat', 'open-hat', 'shaker'])],
      ]),
    ),
    section('build', 'Build-up', 'build-up', slots([[4 * BAR, 'boil', 'bass-held']])),
    section(
      'chorus-1',
      'Chorus 1',
      'chorus',
      slots([
        [4 * BAR, 'open', 'bass-open', { ...layer('crash-in'), from: 0, to: BAR }],
        [3 * BAR, 'open', 'bass-open'],
        [BAR, 'tumble', 'bass-main'],
      ]),
    ),
    section(
      'verse-2',
      'Verse 2',
      'verse',
      slots([
        [3 * BAR, 'lift-half', 'bass-main', { ...layer('crash-in'), from: 0, to: BAR }],
        [BAR, 'turn', 'bass-main'],
        [4 * BAR, 'lift-half', 'bass-main'],
        [3 * BAR, 'lift', 'bass-main'],
        [BAR, 'answers', 'bass-main'],
        [3 * BAR, 'lift', 'bass-main'],
        [BAR, layer('lift', ['closed-hat', 'open-hat', 'shaker', 'kick'])],
      ]),
    ),
    section(
      'chorus-2',
      'Chorus 2',
      'chorus',
      slots([
        [4 * BAR, 'open', 'bass-open', { ...layer('crash-in'), from: 0, to: BAR }],
        [3 * BAR, 'open', 'bass-open'],
        [BAR, 'stumble', 'bass-open'],
        [3 * BAR, 'open', 'bass-open', { ...layer('crash-in'), from: 0, to: BAR }],
        [BAR, 'tumble', 'bass-main'],
      ]),
    ),
    section(
      'outro',
      'Outro',
      'outro',
      slots([
        [3 * BAR, 'pulse', 'bass-held', { ...layer('crash-in'), from: 0, to: BAR }],
        [BAR, 'crash-in'],
      ]),
    ),
  ]);
  return documentOf([...Object.values(base.records), ...fills(base), slowBoil(base)]);
}
