import type { ResolvedLayer } from '../../form/index.ts';
import type { Unevenness } from '../../pattern/index.ts';
import { clampVelocity, indexOf, type ResolvedHit, type SongDocument } from '../../song/index.ts';
import { type Meter, msToTicks, tempoAt } from '../../time/index.ts';
import { type NoteEvent, type Source, type Standing, steadyTempo, type Timing } from './events.ts';
import { type GlideWish, LONGEST_REST } from './glide.ts';
import { givesWay, type Landed } from './landing.ts';
import type { Lane } from './lanes.ts';
import { plannedHits } from './planned-hits.ts';
import { unevennessOf } from './uneven.ts';

/** A layer where it is played, or a pattern by itself as its only layer. */
export interface Ground {
  readonly resolved: Pick<ResolvedLayer, 'source' | 'from' | 'length' | 'start' | 'hits' | 'drawn'>;
  /** Of what counts the bars, and where the layer starts from the first of them, in ticks. */
  readonly meter: Meter;
  readonly counted: number;
  /** True for a layer that ends with its slot, after which drums and notes that glide ring on. */
  readonly ringsOn: boolean;
  /** True where the next slot goes on with the pattern, so that all its notes ring on. */
  readonly goesOn: boolean;
  /** Hits struck instead of its own on the first beat. */
  readonly landings: readonly Landed[];
  readonly lane: Lane | undefined;
  readonly from: Omit<Source, 'hit'>;
}

/** Events of a layer in its setting. */
export interface LayerEvents {
  readonly events: readonly NoteEvent[];
  readonly glides: readonly (readonly [NoteEvent, GlideWish])[];
  /** Notes that are held until the next of their row. */
  readonly held: readonly NoteEvent[];
  /** Grace strokes before the scope's start, which are left out. */
  readonly dropped: number;
  /** True where the start or the end of the scope has changed anything. */
  readonly isClipped: boolean;
}

/** Works out what a layer plays: every stroke of its hits where and as loud as it is heard, kept within the scope. */
export function layerEvents(
  document: SongDocument,
  { resolved, meter, counted, ringsOn, goesOn, landings, lane, from }: Ground,
  { start, end, tempos }: Standing,
  timing: Timing,
): LayerEvents {
  const index = indexOf(document);
  const { source, length: until, drawn } = resolved;
  const place = `${from.occurrence} ${from.repeat} ${drawn?.slot ?? from.slot}`;
  const events: NoteEvent[] = [];
  const glides: [NoteEvent, GlideWish][] = [];
  const held: NoteEvent[] = [];
  let dropped = 0;
  let isClipped = false;
  const tempo = steadyTempo({ tempos, start }, until) ?? ((at: number) => tempoAt(tempos, start + at));
  const unevenOf =
    source.humanise && timing !== 'written'
      ? unevennessOf(index, resolved, source.humanise, place, tempo)
      : () => EVEN;
  const planned = plannedHits(document, { resolved, meter, counted, lane, timing, tempo });
  for (const { hit, nth, row, tempo: there, strokes } of planned) {
    if (landings.some((landing) => givesWay(index, hit, resolved.from + hit.at, landing))) continue;
    const { voice, part, step, drums, mover } = row;
    const uneven = unevenOf(hit, nth);
    // A layer takes its notes with it where it ends, such as a bass that would ring through the rest after it.
    const isHeld = ringsOn && (goesOn || (hit.glide ?? 0) > 0);
    const noteEnd = drums || isHeld ? end : start + until;
    for (const { stroke, written, moved, accent, isLast } of strokes) {
      const late = (timing === 'heard' ? uneven.ms : 0) - stroke.early;
      const heard = start + hit.at + written + moved + msToTicks(late, there);
      if (stroke.early > 0 && heard < 0) {
        dropped++;
        continue;
      }
      const rounded = Math.round(heard);
      const tick = Math.min(end - 1, Math.max(0, rounded));
      const rings = noteEnd - tick;
      if (tick !== rounded || (noteEnd === end && stroke.length > rings)) isClipped = true;
      const velocity = clampVelocity(stroke.velocity + uneven.velocity);
      const length = Math.max(1, Math.min(stroke.length, rings));
      const event: NoteEvent = {
        tick,
        part: part.id,
        voice: voice.id,
        lane: mover?.pattern ?? null,
        channel: mover?.channel ?? part.channel,
        note: Math.min(127, Math.max(0, voice.note + (drums ? 0 : stroke.pitch))),
        plainVelocity: velocity,
        velocity: clampVelocity(velocity + accent),
        accent,
        grace: stroke.early > 0,
        step,
        length,
        uncut: length,
        pan: stroke.pan,
        tune: drums ? stroke.pitch : 0,
        stopsAt: null,
        glide: null,
        from: sourceOf(from, hit),
      };
      events.push(event);
      if (drums || !isLast) continue;
      if (hit.hold) held.push(event);
      if (!hit.glide) continue;
      const longest = event.length + LONGEST_REST;
      glides.push([event, { lasts: hit.glide, longest: Math.min(rings, longest) }]);
      if (noteEnd === end && longest > rings) isClipped = true;
    }
  }
  return { events, glides, held, dropped, isClipped: isClipped || dropped > 0 };
}

/** Events of a layer, moved by so many ticks. */
export function shifted({ events, glides, held, ...rest }: LayerEvents, by: number): LayerEvents {
  const [wishes, holds] = [new Map(glides), new Set(held)];
  const out: [NoteEvent, GlideWish][] = [];
  const stillHeld: NoteEvent[] = [];
  const later = events.map((event) => {
    const moved = { ...event, tick: event.tick + by };
    const wish = wishes.get(event);
    if (wish) out.push([moved, wish]);
    if (holds.has(event)) stillHeld.push(moved);
    return moved;
  });
  return { ...rest, events: later, glides: out, held: stillHeld };
}

const EVEN: Unevenness = { ms: 0, velocity: 0 };

function sourceOf(
  { occurrence, repeat, section, slot, pattern }: Omit<Source, 'hit'>,
  { id: hit }: ResolvedHit,
): Source {
  // Always the same fields in the same order: thousands of these are made for each song.
  return { occurrence, repeat, section, slot, pattern, hit };
}
