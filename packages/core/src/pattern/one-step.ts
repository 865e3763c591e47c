import {
  type Family,
  type Id,
  indexOf,
  isChange,
  type Outcome,
  type Shape,
  type SongDocument,
  type Voice,
} from '../song/index.ts';
import { beatTicks } from '../time/index.ts';
import { newVariation } from './edit-pattern.ts';
import { feelOf, resolve, type ResolvedPattern } from './resolve.ts';

/** The variations that are one step away from any drum groove. */
export const ONE_STEPS = [
  'fewer hats',
  'ride for hat',
  'one kick more',
  'half-time',
  'only the pulse',
  'open last beat',
] as const;
/** A variation that is one step away. */
export type OneStep = (typeof ONE_STEPS)[number];

/** General MIDI drum notes: ride cymbals and bell, and the open hat. */
const RIDES: readonly number[] = [51, 53, 59];
const OPEN_HAT = 46;

/** The material of a step: the drums of the kit that it is about, and the pattern. */
interface Kit {
  readonly hat: Voice | undefined;
  readonly openHat: Voice | undefined;
  readonly ride: Voice | undefined;
  readonly kick: Voice | undefined;
  /** All but hats, cymbals and percussion: what carries the beat. */
  readonly drums: readonly Voice[];
  readonly beat: number;
  readonly length: number;
}

/** The shapes of each step, or what it lacks, in words. */
const SHAPES: Readonly<Record<OneStep, (kit: Kit) => readonly Shape[] | string>> = {
  'fewer hats': ({ hat }) =>
    hat ? [{ id: 'fewer-hats', rule: 'thin', voices: [hat.id], keep: 50 }] : 'No hat is played here.',
  'ride for hat': ({ hat, ride }) => {
    if (!hat) return 'No hat is played here.';
    if (!ride) return 'The kit has no ride.';
    return [{ id: 'ride', rule: 'revoice', voice: hat.id, onto: ride.id, which: 'all' }];
  },
  'one kick more': ({ kick }) =>
    kick
      ? [{ id: 'kick-more', rule: 'pick up', voice: kick.id, hits: 1, grid: 2, velocity: 92 }]
      : 'The kit has no kick.',
  'half-time': ({ drums }) =>
    drums.length
      ? [{ id: 'half-time', rule: 'half time', voices: drums.map((voice) => voice.id) }]
      : 'No kick or snare is played here.',
  'only the pulse': ({ kick }) =>
    kick ? [{ id: 'pulse', rule: 'pulse', voice: kick.id, velocity: 96 }] : 'The kit has no kick.',
  'open last beat': ({ hat, openHat, beat, length }) => {
    if (!hat) return 'No hat is played here.';
    if (!openHat || openHat === hat) return 'The kit has no open hat besides.';
    const from = Math.max(0, length - beat);
    return [
      {
        id: 'open-hat',
        rule: 'revoice',
        voice: hat.id,
        onto: openHat.id,
        from,
        to: length,
        which: 'nth',
        every: 16,
      },
      { id: 'let-ring', rule: 'silence', voices: [hat.id], from, to: length },
    ];
  },
};

/** The shapes that make a step from a pattern. Refused, saying what is missing, where the pattern has no such drums. */
export function oneStepShapes(
  document: SongDocument,
  parent: Id,
  step: OneStep,
): readonly Shape[] | { readonly reason: string } {
  const resolved = resolve(document, parent);
  if (indexOf(document).part(resolved.pattern.part)?.type !== 'drums')
    return { reason: 'These steps are for drums.' };
  const shapes = SHAPES[step](kitOf(document, resolved));
  return typeof shapes === 'string' ? { reason: shapes } : shapes;
}

/** A new pattern that follows `parent` by way of the step's shapes, which it keeps. */
export function varyInOneStep(
  document: SongDocument,
  parent: Id,
  step: OneStep,
  id: Id,
  name: string,
): Outcome {
  const shapes = oneStepShapes(document, parent, step);
  if ('reason' in shapes) return shapes;
  const made = newVariation(document, parent, id, name);
  if (!isChange(made)) return made;
  const put = made.put.map((record) => (record.kind === 'pattern' ? { ...record, shapes } : record));
  return { label: `vary: ${step}`, put, remove: [] };
}

function kitOf(document: SongDocument, resolved: ResolvedPattern): Kit {
  const { pattern, hits } = resolved;
  const voices = indexOf(document).voicesOf(pattern.part);
  const played = (voice: Voice) =>
    hits.filter((hit) => hit.voice === voice.id && hit.origin !== 'silenced').length;
  const mostPlayed = (family: Family) =>
    voices.filter((voice) => voice.family === family).sort((a, b) => played(b) - played(a))[0];
  const hat = mostPlayed('hat');
  const carriesTheBeat: readonly Family[] = ['kick', 'snare', 'tom'];
  return {
    hat: hat && played(hat) ? hat : undefined,
    openHat: voices.find((voice) => voice.family === 'hat' && voice.note === OPEN_HAT),
    ride: voices.find((voice) => voice.family === 'cymbal' && RIDES.includes(voice.note)),
    kick: mostPlayed('kick'),
    drums: voices.filter((voice) => carriesTheBeat.includes(voice.family) && played(voice) > 0),
    beat: beatTicks(feelOf(document, resolved).meter),
    length: pattern.length,
  };
}
