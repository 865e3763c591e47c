import {
  addOnReference,
  type Cue,
  drawIntensity,
  moveToReference,
  patternFromReference,
  placePerformance,
  renewCurves,
  setIntensity,
  toggleOccurrenceVoice,
} from '../../play/index.ts';
import type { Edits } from './roll.ts';

/** The edits of the room `play`. */
export const PLAY_EDITS: Edits = {
  setIntensity: ({ document, a, b }) =>
    setIntensity(document, 'o1', a % 2 ? 'density' : 'drive', [
      // A denser part borrows from its family, so that what is no longer of it would be heard.
      { at: b % 9600, percent: a % 101 },
      { at: 9600 + (a % 9600), percent: b % 101 },
    ]),
  drawIntensity: ({ document, a, b }) =>
    drawIntensity(
      document,
      a % 2 ? 'density' : 'drive',
      [0, 1, 2, 3, 4].map((i) => ({
        at: (a % 9) * 960 + i * (480 + (b % 4000)),
        percent: (a * i + b) % 101,
      })),
    ),
  renewCurves: ({ document }) => renewCurves(document),
  toggleOccurrenceVoice: ({ document, row }) => toggleOccurrenceVoice(document, 'o1', row),
  placePerformance: ({ document, index, other, a, b }) => {
    if (index.sections.length > 6 || index.song.form.some((one) => one.id.startsWith(`po${a}-${b}`)))
      return null;
    const cues: readonly Cue[] = [
      { id: `cue${a}`, at: 0, plays: { kind: 'pattern', pattern: other } },
      {
        id: `cue${a}x`,
        at: 960 * (1 + (b % 4)),
        plays: a % 2 ? { kind: 'silence' } : { kind: 'section', section: 'verse' },
        ...(b % 3 ? {} : { from: 960 * (1 + (b % 4)) }),
      },
    ];
    return placePerformance(document, { section: `perf${a}`, occurrence: `po${a}-${b}`, cues }, 7680);
  },
  addOnReference: ({ document, index, id, row, a }) => {
    const [reference] = index.references;
    return reference ? addOnReference(document, id, [row], reference, (i) => `on${a}-${i}`) : null;
  },
  moveToReference: ({ document, index, id, one, hits }) => {
    const [reference] = index.references;
    return reference ? moveToReference(document, id, [one, hits[0]?.id ?? 'none'], reference) : null;
  },
  patternFromReference: ({ document, index, a }) => {
    const [reference] = index.references;
    return reference && index.part('keys-part') && !index.pattern(`fr${a}`)
      ? patternFromReference(document, reference, 'keys-part', `fr${a}`)
      : null;
  },
};
