import { type Id, indexOf, type Outcome, type SongDocument } from '../song/index.ts';
import { type Grid, gridTicks, modulo } from '../time/index.ts';
import { addHits, changeHits } from './edit-hits.ts';
import { writtenPlace } from './feel/place.ts';
import { feelOf, gridOf, resolve } from './resolve.ts';

/** A stroke that was played in time: when it was heard, in ticks from the pattern's start, counted on through loops. */
export interface PlayedStroke {
  readonly voice: Id;
  readonly tick: number;
  readonly velocity: number;
  /** Semitones above the voice's note. */
  readonly pitch: number;
  /** The grid that it is written on; absent: its row's own. Neither changes the row's. */
  readonly grid?: Grid;
}

/**
 * Writes a played stroke into a pattern that goes round: on the nearest place of its grid, with what is left as
 * early or late, so that it is heard where it was played. A hit that stands there already takes the new velocity and
 * timing. `id` is that of the hit, should it be new.
 */
export function recordHit(document: SongDocument, pattern: Id, stroke: PlayedStroke, id: Id): Outcome {
  const index = indexOf(document);
  const resolved = resolve(document, pattern);
  const voice = index.voice(stroke.voice);
  if (!voice) return { reason: 'That row is gone.' };
  const { length } = resolved.pattern;
  const grid = gridOf(resolved, voice);
  const onto = stroke.grid ?? grid;
  const step = gridTicks(onto);
  const inLoop = modulo(stroke.tick, length);
  // A stroke just before the end means the start of the next round.
  const tick = length - inLoop < step / 2 ? inLoop - length : inLoop;
  const feel = feelOf(document, resolved);
  const place = writtenPlace(tick, voice, grid, feel, length, onto);
  const { velocity, pitch } = stroke;
  const there = resolved.hits.find(
    (hit) => hit.voice === voice.id && hit.pitch === pitch && Math.abs(hit.at - place.at) < step / 2,
  );
  if (there && there.origin !== 'silenced')
    return changeHits(document, pattern, [there.id], () => ({ ...place, velocity }), 'record');
  const held = Math.max(1, Math.floor(step / (voice.family === 'note' ? 1 : 2)));
  const outcome = addHits(document, pattern, [
    { id, voice: voice.id, velocity, pitch, length: held, ...place },
  ]);
  return outcome && 'put' in outcome ? { ...outcome, label: 'record' } : outcome;
}
