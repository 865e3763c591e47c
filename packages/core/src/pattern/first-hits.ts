import {
  type Family,
  type Id,
  type IdentifiedHit,
  indexOf,
  type Outcome,
  plainHit,
  type SongDocument,
  type Voice,
} from '../song/index.ts';
import { barTicks, PPQ, pulses } from '../time/index.ts';
import { addHits } from './edit-hits.ts';
import { feelOf, resolve } from './resolve.ts';

/** Beginnings of an empty drum pattern. */
export const BEGINNINGS = ['hats on 8ths', 'kick and snare'] as const;
export type Beginning = (typeof BEGINNINGS)[number];

/** Velocities on the pulse and between. */
const [ON, BETWEEN] = [92, 70];

/**
 * Begins a drum pattern: hats on every 8th, or the kick and the snare in turn on the pulses of each bar (the kick on the
 * first, the snare on the others of an uneven number). `idAt` gives each hit its id. Refused where the kit has no such drum.
 */
export function beginPattern(
  document: SongDocument,
  id: Id,
  beginning: Beginning,
  idAt: (index: number) => Id,
): Outcome {
  const resolved = resolve(document, id);
  const { pattern } = resolved;
  const { meter } = feelOf(document, resolved);
  const voices = indexOf(document).voicesOf(pattern.part);
  const of = (family: Family, isWanted: (voice: Voice) => boolean = () => true) =>
    voices.find((voice) => voice.family === family && isWanted(voice));
  const hat = of('hat', (voice) => voice.sound === 'closed-hat') ?? of('hat');
  const snare = of('snare', (voice) => voice.sound === 'snare') ?? of('snare');
  const kick = of('kick');
  const bar = barTicks(meter);
  const inBar = pulses(meter);
  const places = (step: readonly number[]) =>
    Array.from({ length: Math.ceil(pattern.length / bar) }, (_, i) => step.map((at) => i * bar + at))
      .flat()
      .filter((at) => at < pattern.length);
  const hits: Omit<IdentifiedHit, 'id'>[] = [];
  const add = (voice: Voice, at: number, velocity: number) =>
    hits.push(plainHit(voice.id, at, velocity, PPQ / 8));
  if (beginning === 'hats on 8ths') {
    if (!hat) return { reason: 'The kit has no hat. Add one to it first.' };
    const eighths = Array.from({ length: Math.floor(bar / (PPQ / 2)) }, (_, i) => (i * PPQ) / 2);
    for (const at of places(eighths)) add(hat, at, inBar.includes(at % bar) ? ON : BETWEEN);
  } else {
    if (!kick || !snare) return { reason: 'The kit has no kick or no snare. Add it first.' };
    const isKick = (i: number) => (inBar.length % 2 ? i === 0 : i % 2 === 0);
    for (const at of places(inBar)) add(isKick(inBar.indexOf(at % bar)) ? kick : snare, at, ON);
  }
  const outcome = addHits(
    document,
    id,
    hits.map((hit, i) => ({ ...hit, id: idAt(i) })),
  );
  return outcome && 'put' in outcome ? { ...outcome, label: `begin with ${beginning}` } : outcome;
}
