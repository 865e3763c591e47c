import { type Id, indexOf, type Outcome, type SongDocument, type Voice } from '../../song/index.ts';
import { changeHits } from '../edit-hits.ts';
import { resolve } from '../resolve.ts';
import { type DrumName, DRUMS, isDrum } from './drums.ts';

/** Strokes of one drum, in the order in which one goes from each to the next and back to the first. */
const KIN: readonly (readonly DrumName[])[] = [
  ['snare', 'rim'],
  ['brush-snare', 'rim'],
  ['closed-hat', 'open-hat'],
  ['ride', 'ride-edge', 'ride-bell'],
];

/** The voice of the same part that is the next stroke of the same drum; null when the part has no other. */
export function kinOf(document: SongDocument, voice: Voice): Voice | null {
  const voices = indexOf(document).voicesOf(voice.part);
  for (const ring of ringsOf(voice)) {
    const at = ring.indexOf(voice.sound);
    for (let step = 1; step < ring.length; step++) {
      const sound = ring[(at + step) % ring.length];
      const found = voices.find((one) => one.sound === sound);
      if (found) return found;
    }
  }
  return null;
}

/** True for two voices that are strokes of one drum, or one voice. */
export function areKin(a: Voice, b: Voice): boolean {
  return a.id === b.id || ringsOf(a).some((ring) => ring.some((sound) => sound === b.sound));
}

/**
 * Moves hits of a pattern to the next stroke of their drum, or back from the last. Refused, with what could be added to
 * the kit, when none of them has kin in it; hits without kin stay where they are.
 */
export function toKin(document: SongDocument, pattern: Id, ids: readonly Id[]): Outcome {
  const { voice } = indexOf(document);
  const chosen = resolve(document, pattern).hits.filter((hit) => ids.includes(hit.id));
  if (!chosen.length) return null;
  const target = new Map<Id, Id>();
  for (const one of new Set(chosen.map((hit) => hit.voice))) {
    const record = voice(one);
    const kin = record && kinOf(document, record);
    if (kin) target.set(one, kin.id);
  }
  if (!target.size) return { reason: withoutKin(voice(chosen[0]?.voice ?? '')) };
  return changeHits(
    document,
    pattern,
    ids,
    (hit) => {
      const to = target.get(hit.voice);
      return to === undefined ? {} : { voice: to };
    },
    'another stroke of the drum',
  );
}

function withoutKin(voice: Voice | undefined): string {
  const others = voice ? ringsOf(voice).flatMap((ring) => ring.filter((sound) => sound !== voice.sound)) : [];
  if (!voice || !others.length) return `${voice?.name ?? 'That row'} has no other stroke to go to.`;
  const names = others.map((sound) => (isDrum(sound) ? DRUMS[sound].name.toLowerCase() : sound));
  return `${voice.name} has no kin in this kit. Add ${names.join(' or ')} to it first.`;
}

function ringsOf(voice: Voice): (readonly string[])[] {
  return KIN.filter((ring) => ring.some((sound) => sound === voice.sound));
}
