import {
  addDrum,
  addDrumsPart,
  addHits,
  addNotesPart,
  addPartFor,
  attach,
  BEGINNINGS,
  beginPattern,
  changeHits,
  clearPattern,
  clearRows,
  compareHits,
  copyAcross,
  copyHits,
  doubleLength,
  DRUM_NAMES,
  duplicatePattern,
  followAgain,
  followersFromShelf,
  followMessages,
  followRow,
  keepLooseAsOwn,
  keepShapes,
  labelPattern,
  makeIndependent,
  moveLooseEdit,
  moveShape,
  newPattern,
  newVariation,
  ONE_STEPS,
  pasteHits,
  recordHit,
  removeHits,
  removeMessages,
  removePart,
  removePattern,
  removeShape,
  renamePattern,
  renameSeries,
  resolve,
  setAccentAmount,
  setFromRow,
  setHarmony,
  setHumanise,
  setPatternLength,
  setPatternMeter,
  setPatternRole,
  setPatternSwing,
  setRowGrids,
  shapeAll,
  shapeHits,
  shelfPatternOf,
  shiftRows,
  silenceRows,
  sow,
  switchShape,
  toggleAccent,
  toggleSilenced,
  toKin,
  tuneShape,
  varyInOneStep,
} from '../../pattern/index.ts';
import { type Flam, HARMONIES, indexOf, LIMITS, PATTERN_ROLES } from '../../song/index.ts';
import { GRIDS, meter } from '../../time/index.ts';
import { messagesBy } from '../messages.ts';
import { hit } from '../songs.ts';
import type { Edits } from './roll.ts';

const KINDS = ['flam', 'drag', 'ruff'] as const satisfies readonly Flam['kind'][];

/** The edits of the room `pattern`. */
export const PATTERN_EDITS: Edits = {
  addHits: ({ document, id, record, row, a, b }) =>
    addHits(document, id, [{ id: `n${a}`, ...hit(row, b % record.length) }]),
  'changeHits: velocity and place': ({ document, id, record, one, a, b }) =>
    changeHits(document, id, [one], () => ({ velocity: 1 + (a % 127), at: b % record.length })),
  'changeHits: glide': ({ document, id, one, a, b }) =>
    changeHits(document, id, [one], () => ({
      ...{ glide: a % 961, hold: b % 2 ? true : null, accent: a % 2 ? true : null },
      layered: b % 3 ? null : { strokes: 2 + (a % 7), ms: b % 100, pan: a % 101 },
    })),
  'changeHits: times': ({ document, id, one, a, b }) =>
    changeHits(document, id, [one], () => ({
      times: a % 3 === 0 ? null : a % 3 === 1 ? 'first' : { every: 2 + (b % 3), from: a % 4 },
    })),
  'changeHits: ornaments': ({ document, id, one, a, b }) =>
    changeHits(document, id, [one], () => ({
      roll: a % 3 ? { hits: 2 + (a % 11), span: 1 + b, velocity: 50, curve: 20, pitch: 0, pan: 10 } : null,
      flam: b % 3 ? { kind: KINDS[b % 3] ?? 'flam', ms: 20, share: 50 } : null,
      pan: (a % 201) - 100,
    })),
  removeHits: ({ document, id, one }) => removeHits(document, id, [one]),
  toggleSilenced: ({ document, id, one }) => toggleSilenced(document, id, [one]),
  followAgain: ({ document, id, one }) => followAgain(document, id, [one]),
  setPatternLength: ({ document, id, a }) => setPatternLength(document, id, 960 * (1 + (a % 12))),
  setPatternMeter: ({ document, id, a }) => setPatternMeter(document, id, a % 2 ? meter(7, 8) : null),
  followersFromShelf: ({ document, index, id, other, a }) =>
    index.pattern(`shelved${a}`)
      ? null
      : followersFromShelf(document, id, [
          {
            role: 'variation',
            pattern: shelfPatternOf(document, other),
            id: `shelved${a}`,
            name: `Shelved ${a}`,
          },
        ]),
  setHumanise: ({ document, id, a, b }) =>
    setHumanise(document, id, a % 2 ? { ms: a % 20, velocity: b % 20, seed: a } : null),
  toggleAccent: ({ document, id, b }) => toggleAccent(document, id, (b % 16) * 240),
  setRowGrids: ({ document, id, row, grid }) => setRowGrids(document, id, [row], grid),
  shiftRows: ({ document, id, row, a }) => shiftRows(document, id, [row], (a % 9) - 4),
  clearRows: ({ document, id, row }) => clearRows(document, id, [row]),
  silenceRows: ({ document, id, row, a, b }) =>
    silenceRows(document, id, [row], `quiet${a}`, b % 2 ? undefined : { from: 960, to: 1920 }),
  clearPattern: ({ document, id, a }) => (a % 7 ? null : clearPattern(document, id)),
  doubleLength: ({ document, id }) => doubleLength(document, id, LIMITS.pattern),
  newVariation: ({ document, id, a }) => newVariation(document, id, `v${a}`, 'Varied'),
  sow: ({ document, id, row, grid, a, b }) =>
    sow(document, id, {
      voice: row,
      rule: { rule: 'spread', grid, hits: 1 + (a % 5), steps: 8, rotation: b % 8 },
      velocity: 80,
      pitch: 0,
    }),
  'shapeHits: thin': ({ document, id, a }) =>
    shapeHits(document, id, { id: `s${a}`, rule: 'thin', voices: null, keep: a % 101 }),
  'shapeHits: double time': ({ document, id, row, a }) =>
    shapeHits(document, id, { id: `d${a}`, rule: 'double time', voices: [row] }),
  keepShapes: ({ document, id, record, row, a, b }) =>
    record.shapes.some((shape) => shape.id.startsWith(`k${a}-${b}`))
      ? null
      : keepShapes(document, id, [
          { id: `k${a}-${b}`, rule: 'scale', voices: [row], percent: 50 + (b % 100) },
          { id: `k${a}-${b}t`, rule: 'double time', voices: [row] },
        ]),
  moveShape: ({ document, id, record, a, b }) =>
    moveShape(document, id, record.shapes[b % 3]?.id ?? 'none', a % 3),
  switchShape: ({ document, id, record, a, b }) =>
    switchShape(document, id, record.shapes[b % 3]?.id ?? 'none', a % 2 === 0),
  removeShape: ({ document, id, record, b }) => removeShape(document, id, record.shapes[b % 3]?.id ?? 'none'),
  varyInOneStep: ({ document, id, a, b }) =>
    varyInOneStep(document, id, ONE_STEPS[b % ONE_STEPS.length] ?? 'half-time', `o${a}`, 'One step', a),
  makeIndependent: ({ document, id }) => makeIndependent(document, id),
  attach: ({ document, id, other }) => attach(document, id, other),
  duplicatePattern: ({ document, id, a, b }) =>
    duplicatePattern(document, id, a % 2 === 0, (original) => `d${b}${original}`.slice(0, 60)),
  removePattern: ({ document, patterns, id, a, b }) =>
    patterns.length < 4
      ? null
      : removePattern(document, id, {
          followers: a % 2 ? 'independent' : 'parent',
          slots: b % 2 ? 'silent' : 'parent',
        }),
  moveLooseEdit: ({ document, id, loose, b }) =>
    moveLooseEdit(document, id, loose[b % Math.max(1, loose.length)]?.hit ?? 'none'),
  keepLooseAsOwn: ({ document, id, loose, b }) =>
    keepLooseAsOwn(document, id, loose[b % Math.max(1, loose.length)]?.hit ?? 'none'),
  copyAcross: ({ document, id, other, hits, a }) => {
    const [difference] = compareHits(hits, resolve(document, other).hits);
    return difference ? copyAcross(document, id, difference, `x${a}`) : null;
  },
  renameSeries: ({ document, id, other }) => renameSeries(document, [id, other], 'Series'),
  shapeAll: ({ document, id, other, a }) =>
    shapeAll(document, [id, other], { id: `s${a}`, rule: 'scale', voices: null, percent: 90 }),
  'removeMessages: laid down': ({ record, a, b }) => ({
    label: 'messages',
    put: [{ ...record, messages: messagesBy(a, b) }],
    remove: [],
  }),
  removeMessages: ({ document, id, a }) => removeMessages(document, id, a % 2 ? 64 : 'bend'),
  followMessages: ({ document, id, a }) => (a % 3 ? null : followMessages(document, id)),
  setPatternRole: ({ document, id, a }) =>
    setPatternRole(document, id, PATTERN_ROLES[a % PATTERN_ROLES.length] ?? 'fill'),
  labelPattern: ({ document, id, a }) => labelPattern(document, id, a % 2 ? 'busy' : ''),
  recordHit: ({ document, id, row, a, b }) =>
    recordHit(
      document,
      id,
      {
        voice: row,
        tick: b,
        velocity: 1 + (a % 127),
        pitch: 0,
        ...(a % 2 ? { grid: GRIDS[a % GRIDS.length] ?? 4 } : {}),
      },
      `r${b}`,
    ),
  pasteHits: ({ document, id, record, one, a }) => {
    const clip = copyHits(document, id, new Set([one]));
    return clip && pasteHits(document, id, clip, a % record.length, (i) => `p${a}-${i}`);
  },
  addPartFor: ({ document, a }) =>
    addPartFor(document, a % 2 ? 'drums' : 'notes', { part: 'own-part', voice: 'own-row' }),
  addDrumsPart: ({ document }) => addDrumsPart(document, { part: 'more-drums', pattern: 'more-groove' }),
  addNotesPart: ({ document }) =>
    addNotesPart(document, 'keys', { part: 'keys-part', voice: 'keys-row', pattern: 'keys-line' }),
  followRow: ({ document, other, row, a, b }) =>
    indexOf(document).part('keys-part')
      ? followRow(document, other, row, 'keys-part', `row-${a}-${b}`, a % 2 ? null : 120)
      : null,
  setHarmony: ({ document, id, a }) => setHarmony(document, id, HARMONIES[a % HARMONIES.length] ?? null),
  addDrum: ({ document, a }) =>
    addDrum(document, 'drums', DRUM_NAMES[a % DRUM_NAMES.length] ?? 'clap').outcome,
  toKin: ({ document, id, one }) => toKin(document, id, [one]),
  setPatternSwing: ({ document, id, a, b }) =>
    setPatternSwing(document, id, a % 2 ? { amount: 50 + (b % 26), unit: b % 2 ? 8 : 16 } : null),
  'shapeHits: ramp over chosen hits': ({ document, id, hits, a, b }) =>
    shapeHits(
      document,
      id,
      {
        id: `c${a}`,
        rule: 'ramp',
        voices: null,
        start: 1 + (a % 127),
        end: 1 + (b % 127),
        bend: (b % 201) - 100,
      },
      new Set(hits.filter((_, i) => (i + a) % 2).map((each) => each.id)),
    ),
  newPattern: ({ document, index, a }) =>
    index.pattern(`new${a}`)
      ? null
      : newPattern(document, {
          id: `new${a}`,
          part: 'drums',
          name: `New ${a}`,
          role: 'groove',
          length: 3840,
        }),
  renamePattern: ({ document, id, b }) => renamePattern(document, id, `Named ${b % 20}`),
  setAccentAmount: ({ document, id, b }) => setAccentAmount(document, id, b % 65),
  beginPattern: ({ document, id, a, b }) =>
    beginPattern(document, id, BEGINNINGS[a % BEGINNINGS.length] ?? 'hats on 8ths', (i) => `begun${b}-${i}`),
  setFromRow: ({ document, index, a, b }) => {
    const [line] = index.parts.flatMap(({ id }) => index.patternsOf(id)).filter(({ fromRow }) => fromRow);
    return line
      ? setFromRow(document, line.id, a % 2 ? { pitch: (b % 25) - 12 } : { longest: 60 + (b % 960) })
      : null;
  },
  tuneShape: ({ document, patterns, a }) => {
    const found = patterns.flatMap(({ id, shapes }) => shapes.map((shape) => ({ id, shape })));
    const scaled = found.find(({ shape }) => shape.rule === 'scale');
    return scaled?.shape.rule === 'scale'
      ? tuneShape(document, scaled.id, { ...scaled.shape, percent: 50 + (a % 100) })
      : null;
  },
  removePart: ({ document }) => (document.records['keys-part'] ? removePart(document, 'keys-part') : null),
};
