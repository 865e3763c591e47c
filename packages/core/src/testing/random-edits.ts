import fc from 'fast-check';
import {
  addLayer,
  consolidateSlots,
  cutSlotAt,
  duplicateSlots,
  joinChosen,
  letSectionGo,
  mergeLayers,
  mergePatterns,
  moveSlots,
  onlyThisTime,
  placeAt,
  placeAtEnd,
  placeEvery,
  playAsFollower,
  removeSlots,
  resizeSlots,
  setChords,
  setLanding,
  setLayer,
  setOpening,
  setSlotPattern,
  setSlowing,
  splitPattern,
  takeSlotBack,
  toggleSlotVoice,
  withFollowers,
} from '../form/index.ts';
import { buildPattern, dropOutPattern, makeFill, straight, USUAL_BUILD, USUAL_FILL } from '../make/index.ts';
import {
  addDrum,
  addHits,
  addNotesPart,
  attach,
  changeHits,
  clearPattern,
  clearRows,
  compareHits,
  copyHits,
  doubleLength,
  DRUM_NAMES,
  duplicatePattern,
  followAgain,
  followRow,
  keepLooseAsOwn,
  keepShapes,
  labelPattern,
  makeIndependent,
  moveLooseEdit,
  moveShape,
  newVariation,
  ONE_STEPS,
  pasteHits,
  recordHit,
  removeHits,
  removePattern,
  removeShape,
  renameSeries,
  resolve,
  setHarmony,
  setHumanise,
  setPatternLength,
  setPatternMeter,
  setPatternRole,
  setPatternSwing,
  setRowGrids,
  shapeAll,
  shapeHits,
  shiftRows,
  sow,
  switchShape,
  takeAcross,
  toggleAccent,
  toggleSilenced,
  toKin,
  varyInOneStep,
} from '../pattern/index.ts';
import { setIntensity, toggleOccurrenceVoice } from '../play/index.ts';
import {
  addVoice,
  apply,
  type BuildRecipe,
  type Change,
  chooseKit,
  editVoices,
  type Flam,
  HARMONIES,
  indexOf,
  isChange,
  LIMITS,
  MADE,
  moveVoice,
  type Outcome,
  PATTERN_ROLES,
  plainLayer,
  QUALITY_NAMES,
  removeVoice,
  serialize,
  setSongMeter,
  type SongDocument,
  SPEEDS,
  TONICS,
  UNDERS,
} from '../song/index.ts';
import { GRIDS, meter } from '../time/index.ts';
import { hit, smallSong, voice } from './songs.ts';

/** Numbers that an edit is made from. */
export interface Dice {
  readonly edit: number;
  readonly a: number;
  readonly b: number;
}

export const dice: fc.Arbitrary<Dice> = fc.record({ edit: fc.nat(999), a: fc.nat(9999), b: fc.nat(9999) });

const VOICES = ['kick', 'snare', 'hat', 'open', 'tom', 'extra'];
const KINDS = ['flam', 'drag', 'ruff'] as const satisfies readonly Flam['kind'][];

/** Every edit of patterns, rows and kits, on patterns and hits that the dice name. */
export function editFrom(document: SongDocument, { edit, a, b }: Dice): Outcome {
  const index = indexOf(document);
  const patterns = index.patternsOf('drums').slice(0, 12);
  const id = patterns[a % patterns.length]?.id ?? 'main';
  const other = patterns[b % patterns.length]?.id ?? 'main';
  const { hits, pattern: record, loose } = resolve(document, id);
  const slots = index.section('verse')?.slots ?? [];
  const sections = index.sections.map((one) => one.id);
  const slot = slots[a % Math.max(1, slots.length)];
  const pair = slots
    .slice(a % Math.max(1, slots.length))
    .slice(0, 2)
    .map((one) => one.id);
  const one = hits[b % Math.max(1, hits.length)]?.id ?? 'none';
  const name = VOICES[b % VOICES.length] ?? 'kick';
  const row = index.voice(name) ? name : 'kick';
  if (!index.voice(row)) return null;
  const grid = GRIDS[a % GRIDS.length] ?? 4;
  const deeds: readonly (() => Outcome)[] = [
    () => addHits(document, id, [{ id: `n${a}`, ...hit(row, b % record.length) }]),
    () => changeHits(document, id, [one], () => ({ velocity: 1 + (a % 127), at: b % record.length })),
    () => changeHits(document, id, [one], () => ({ glide: a % 961 })),
    () =>
      changeHits(document, id, [one], () => ({
        times: a % 3 === 0 ? null : a % 3 === 1 ? 'first' : { every: 2 + (b % 3), from: a % 4 },
      })),
    () =>
      changeHits(document, id, [one], () => ({
        roll: a % 3 ? { hits: 2 + (a % 11), span: 1 + b, velocity: 50, curve: 20, pitch: 0, pan: 10 } : null,
        flam: b % 3 ? { kind: KINDS[b % 3] ?? 'flam', ms: 20, share: 50 } : null,
        pan: (a % 201) - 100,
      })),
    () => removeHits(document, id, [one]),
    () => toggleSilenced(document, id, [one]),
    () => followAgain(document, id, [one]),
    () => setPatternLength(document, id, 960 * (1 + (a % 12))),
    () => setPatternMeter(document, id, a % 2 ? meter(7, 8) : null),
    () => setHumanise(document, id, a % 2 ? { ms: a % 20, velocity: b % 20, seed: a } : null),
    () => toggleAccent(document, id, (b % 16) * 240),
    () => setRowGrids(document, id, [row], grid),
    () => shiftRows(document, id, [row], (a % 9) - 4),
    () => clearRows(document, id, [row]),
    () => (a % 7 ? null : clearPattern(document, id)),
    () => doubleLength(document, id, LIMITS.pattern),
    () => newVariation(document, id, `v${a}`, 'Varied'),
    () =>
      sow(document, id, {
        voice: row,
        rule: { rule: 'spread', grid, hits: 1 + (a % 5), steps: 8, rotation: b % 8 },
        velocity: 80,
        pitch: 0,
      }),
    () => shapeHits(document, id, { id: `s${a}`, rule: 'thin', voices: null, keep: a % 101 }),
    () => shapeHits(document, id, { id: `d${a}`, rule: 'double time', voices: [row] }),
    () =>
      keepShapes(document, id, [
        { id: `k${a}`, rule: 'scale', voices: [row], percent: 50 + (b % 100) },
        { id: `t${b}`, rule: 'double time', voices: [row] },
      ]),
    () => moveShape(document, id, record.shapes[b % 3]?.id ?? 'none', a % 3),
    () => switchShape(document, id, record.shapes[b % 3]?.id ?? 'none', a % 2 === 0),
    () => removeShape(document, id, record.shapes[b % 3]?.id ?? 'none'),
    () => varyInOneStep(document, id, ONE_STEPS[b % 6] ?? 'half-time', `o${a}`, 'One step'),
    () => makeIndependent(document, id),
    () => attach(document, id, other),
    () => duplicatePattern(document, id, a % 2 === 0, (original) => `d${b}${original}`.slice(0, 60)),
    () =>
      patterns.length < 4
        ? null
        : removePattern(document, id, {
            followers: a % 2 ? 'independent' : 'parent',
            slots: b % 2 ? 'silent' : 'parent',
          }),
    () => moveLooseEdit(document, id, loose[0]?.hit ?? 'none'),
    () => keepLooseAsOwn(document, id, loose[0]?.hit ?? 'none'),
    () => {
      const [difference] = compareHits(hits, resolve(document, other).hits);
      return difference ? takeAcross(document, id, difference, `x${a}`) : null;
    },
    () => renameSeries(document, [id, other], 'Series'),
    () => shapeAll(document, [id, other], { id: `s${a}`, rule: 'scale', voices: null, percent: 90 }),
    () => setPatternRole(document, id, PATTERN_ROLES[a % PATTERN_ROLES.length] ?? 'fill'),
    () => labelPattern(document, id, a % 2 ? 'busy' : ''),
    () => splitPattern(document, id, a % 2 ? 'voice' : 'family', (key) => `p${b}${key}`),
    () =>
      mergePatterns(document, [id, other], a % 2 ? 'together' : 'in a row', { id: `m${b}`, name: 'Merged' }),
    () => (slot ? mergeLayers(document, 'verse', slot.id, 'drums', { id: `l${b}`, name: 'Layers' }) : null),
    () => consolidateSlots(document, 'verse', pair, () => ({ id: `j${b}`, name: 'Joined' })),
    () => joinChosen(document, 'verse', pair),
    () =>
      slot && slots.every(({ id: taken }) => taken !== `c${b}`)
        ? cutSlotAt(document, { section: 'verse', slot: slot.id }, 480 * (1 + (b % 7)), `c${b}`)
        : null,
    () => duplicateSlots(document, 'verse', pair, (i) => `d${a}-${i}`),
    () => moveSlots(document, 'verse', pair, b % 5),
    () =>
      slots.length > 6
        ? removeSlots(
            document,
            pair.map((one) => ({ section: 'verse', slot: one })),
          )
        : null,
    () => (slot ? resizeSlots(document, [{ section: 'verse', slot: slot.id }], 960 * (1 + (b % 24))) : null),
    () => (slot ? toggleSlotVoice(document, [{ section: 'verse', slot: slot.id }], row) : null),
    () => (slot ? setSlotPattern(document, [{ section: 'verse', slot: slot.id }], 'drums', other) : null),
    () =>
      slot
        ? setLayer(document, { section: 'verse', slot: slot.id }, 0, {
            start: a % 3 ? 'on' : (b * 60) % 3840,
            level: 1 + (a % 200),
            times: b % 4 ? undefined : a % 2 ? 'last' : { every: 2, from: a % 3 },
          })
        : null,
    () =>
      slot && slot.layers.length < 6
        ? addLayer(document, [{ section: 'verse', slot: slot.id }], {
            ...plainLayer(other),
            ...(b % 2 ? { from: Math.floor(slot.length / 2) } : {}),
            silencedVoices: a % 3 ? [row] : [],
          })
        : null,
    () => recordHit(document, id, { voice: row, tick: b, velocity: 1 + (a % 127), pitch: 0 }, `r${b}`),
    () => {
      const clip = copyHits(document, id, new Set([one]));
      return clip && pasteHits(document, id, clip, a % record.length, (i) => `p${a}-${i}`);
    },
    () => {
      const made = buildPattern(document, id, buildFromDice(row, a, b), `u${a}`, 'Built');
      return 'reason' in made ? made : { label: 'build', put: [made], remove: [] };
    },
    () => {
      const leaves = a % 2 ? { pulseOn: row, velocity: 80 } : { without: [row] };
      const made = dropOutPattern(
        document,
        id,
        { last: 960 * (1 + (b % 8)), leaves, pickUp: null },
        `e${a}`,
        'End',
      );
      return 'reason' in made ? made : { label: 'drop-out', put: [made], remove: [] };
    },
    () => addNotesPart(document, 'keys', { part: 'keys-part', voice: 'keys-row', pattern: 'keys-line' }),
    () =>
      indexOf(document).part('keys-part')
        ? followRow(document, other, row, 'keys-part', `row-${edit}-${a}-${b}`, a % 2 ? null : 120)
        : null,
    () =>
      placeAt(document, 'verse', 240 * (b % 64), other, {
        how: a % 3 ? 'replace' : 'layer',
        landing: a % 2 ? { voice: row, velocity: 90 } : null,
      }),
    () =>
      placeEvery(document, 'verse', 1 + (a % 4), [other, id], {
        how: 'replace',
        landing: null,
        over: b % 2 === 0,
      }),
    () => placeAtEnd(document, 'verse', other, { how: a % 2 ? 'replace' : 'layer', landing: null }),
    () =>
      slot ? setSlowing(document, 'verse', slot.id, a % 3 ? { over: 1 + b, to: 20 + (a % 81) } : null) : null,
    () =>
      slot
        ? setLanding(document, 'verse', slot.id, b % 3 ? { voice: row, velocity: 1 + (a % 127) } : null)
        : null,
    () =>
      setIntensity(document, 'o1', a % 2 ? 'density' : 'drive', [
        // A denser part borrows from its family, so that what is no longer of it would be heard.
        { at: b % 9600, percent: a % 101 },
        { at: 9600 + (a % 9600), percent: b % 101 },
      ]),
    () => toggleOccurrenceVoice(document, 'o1', row),
    () =>
      playAsFollower(document, a % 2 ? 'verse' : 'second', { section: `fs${a}`, occurrence: `fo${b}` }, 'o1'),
    () => onlyThisTime(document, 'o1', `only${a}`),
    () => takeSlotBack(document, sections[a % sections.length] ?? 'verse', slot?.id ?? 'none'),
    () => (a % 4 ? null : letSectionGo(document, sections[b % sections.length] ?? 'verse')),
    () =>
      setChords(document, slot ? [{ section: 'verse', slot: slot.id }] : [], () => [
        {
          at: 0,
          chord: { degree: 1 + (a % 7), quality: QUALITY_NAMES[b % QUALITY_NAMES.length] ?? 'major' },
        },
        { at: 960, chord: { root: TONICS[a % TONICS.length] ?? 'C', quality: 'minor' } },
      ]),
    () => setHarmony(document, id, HARMONIES[a % HARMONIES.length] ?? null),
    () => setOpening(document, 'verse', a % 3 ? { voice: row, velocity: 1 + (b % 127) } : null),
    () =>
      slot
        ? setLanding(document, 'verse', slot.id, {
            voice: row,
            velocity: 1 + (b % 127),
            ...(a % 2 ? { swell: 240 * (1 + (b % 20)) } : { times: 'last' }),
          })
        : null,
    () => addVoice(document, voice('extra', 60)),
    () => moveVoice(document, row, a % 6),
    () => removeVoice(document, a % 5 ? 'extra' : row),
    () => editVoices(document, [row], () => ({ offsetMs: (a % 41) - 20, swingShare: b % 101 }), 'feel'),
    () => addDrum(document, 'drums', DRUM_NAMES[a % DRUM_NAMES.length] ?? 'clap').outcome,
    () => toKin(document, id, [one]),
    () => setPatternSwing(document, id, a % 2 ? { amount: 50 + (b % 26), unit: b % 2 ? 8 : 16 } : null),
    () => (a % 9 ? null : setSongMeter(document, b % 2 ? meter(3, 4) : meter(4, 4))),
    () =>
      shapeHits(
        document,
        id,
        { id: `c${a}`, rule: 'ramp', voices: null, start: 1 + (a % 127), end: 1 + (b % 127) },
        new Set(hits.filter((_, i) => (i + a) % 2).map((each) => each.id)),
      ),
    () =>
      index.pattern(`f${b}`)
        ? null
        : makeFill(
            document,
            id,
            { ...USUAL_FILL, made: MADE[a % 2] ?? 'by cells', takeOver: 960 * (1 + (b % 4)), seed: a },
            `f${b}`,
            'Fill',
          ),
    () => chooseKit(document, 'drums', a % 2 ? 'one' : 'other', 'one', (each) => each.note),
  ];
  return deeds[edit % deeds.length]?.() ?? null;
}

/** A build-up of one to four bars that the dice name, with anything moving. */
function buildFromDice(row: string, a: number, b: number): BuildRecipe {
  const curve = straight(a % 128, b % 128, (a % 201) - 100);
  return {
    ...USUAL_BUILD,
    voice: row,
    second: null,
    lasts: 3840 * (1 + (a % 4)),
    speed: SPEEDS[b % SPEEDS.length] ?? 'steady',
    rate: { from: 1 + (a % 3), to: 1 + (b % 12) },
    silence: (b % 3) * 480,
    pitch: a % 2 ? straight((a % 49) - 24, (b % 49) - 24) : null,
    filter: b % 2 ? curve : null,
    level: a % 3 ? curve : null,
    under: UNDERS[a % UNDERS.length] ?? 'nothing',
  };
}

/** Runs edits on the small song; refused ones and those that change nothing are passed over. */
export function runEdits(rolls: readonly Dice[]): {
  document: SongDocument;
  inverses: Change[];
  before: string[];
} {
  let document = smallSong({ swing: { amount: 58, unit: 16 } });
  const inverses: Change[] = [];
  const before: string[] = [];
  for (const one of rolls) {
    const outcome = withFollowers(document, editFrom(document, one));
    if (!isChange(outcome)) continue;
    before.push(serialize(document));
    const applied = apply(document, outcome);
    ({ document } = applied);
    inverses.push(applied.inverse);
  }
  return { document, inverses, before };
}
