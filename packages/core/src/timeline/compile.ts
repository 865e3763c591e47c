import { accentAt, accentRaise } from '../feel/accent.ts';
import { type Unevenness, unevenness } from '../feel/humanise.ts';
import { strokesOf } from '../feel/ornament.ts';
import { heardPlace } from '../feel/place.ts';
import { placeInLayer, resolveLayer } from '../form/layer.ts';
import { tempoMapOf } from '../form/slowing.ts';
import { isTail, type Scope, sectionStretches, songStretches, type Stretch } from '../form/stretches.ts';
import type { ResolvedHit } from '../hit/followed.ts';
import { clampVelocity } from '../hit/velocity.ts';
import type { Id } from '../names.ts';
import { gridOf, resolve, type ResolvedPattern } from '../pattern/resolve.ts';
import { indexOf, type SongDocument, type SongIndex } from '../song/document.ts';
import type { Humanise } from '../song/inherited/humanise.ts';
import { gridTicks } from '../time/grid.ts';
import { barTicks, type Meter } from '../time/meter.ts';
import { tempoAt, type TempoMap } from '../time/tempo-map.ts';
import { modulo, msToTicks } from '../time/ticks.ts';
import { chokeEvents } from './choke.ts';
import type { ControlEvent, NoteEvent, Source, Timeline } from './events.ts';
import { glided, type GlideWish, LONGEST_REST } from './glide.ts';
import { givesWay, landedEvents, landingBefore } from './landing.ts';
import { controlEvents, inOrder, isMoved, lanesOf } from './lanes.ts';
import { settle } from './settle.ts';
import { sliceTimeline } from './slice.ts';

export interface CompileOptions {
  /** `heard`: with swing and early/late; `grid`: as written. */
  readonly timing: 'heard' | 'grid';
}

/**
 * Works a scope out into sorted note events, each within the scope, none overlapping another of its note and channel.
 * Throws RangeError when the scope names something that does not exist.
 */
export function compile(
  document: SongDocument,
  scope: Scope,
  options: CompileOptions = { timing: 'heard' },
): Timeline {
  const index = indexOf(document);
  const { song } = index;
  const out: Emitted = { events: [], controls: [], glides: new Map(), dropped: 0 };
  const lanes = lanesOf(document);
  const stretches = stretchesOf(document, scope);
  const origin = stretches[0]?.start ?? 0;
  const tempos = tempoMapOf(stretches, origin, song.tempo);
  const emit = emitterInto(out, document, tempos, options);
  if (scope.kind === 'pattern') {
    const resolved = resolve(document, scope.pattern);
    const meter = resolved.meter ?? song.meter;
    const { length } = resolved.pattern;
    const lane = lanes.get(scope.pattern);
    if (lane) out.controls.push(...controlEvents(resolved, lane, 0, length));
    for (const hit of resolved.hits)
      emit({
        hit,
        source: resolved,
        at: hit.at,
        fromBar: hit.at,
        inPattern: hit.at,
        meter,
        until: length,
        end: length,
        noteEnd: length,
        from: { ...ALONE, pattern: scope.pattern, hit: hit.id },
      });
    return finish(out, length, index, { meters: [{ tick: 0, meter }], markers: [], tempos }, length);
  }
  const last = stretches.at(-1);
  const length = last ? last.start + last.slot.length - origin : 0;
  for (const stretch of stretches) {
    const landing = landingBefore(document, stretch);
    if (landing) out.events.push(...landedEvents(index, stretch, landing, stretch.start - origin, length));
    for (const layer of stretch.slot.layers) {
      const resolved = resolveLayer(document, stretch.slot, layer);
      const start = stretch.start - origin + resolved.from;
      const lane = lanes.get(layer.pattern);
      if (lane)
        out.controls.push(...controlEvents(resolved.source, lane, start, resolved.length, resolved.start));
      const counted = stretch.inSection + resolved.from;
      for (const hit of resolved.hits) {
        if (stretch.occurrence?.silencedVoices.includes(hit.voice)) continue;
        if (landing && givesWay(index, hit, resolved.from + hit.at, landing)) continue;
        const inPattern = placeInLayer(resolved, hit.at);
        // A pattern with a meter of its own counts its bars from its own start, others from their section's.
        const fromBar = resolved.source.meter ? inPattern : counted + hit.at;
        const meter = resolved.source.meter ?? stretch.meter;
        const from = sourceOf(stretch, layer.pattern, hit.id);
        const until = start + resolved.length;
        const { source } = resolved;
        // A layer that ends before its slot takes its notes with it, such as a bass that rings when all stop.
        const noteEnd = resolved.from + resolved.length === stretch.slot.length ? length : until;
        emit({
          hit,
          source,
          at: start + hit.at,
          fromBar,
          inPattern,
          meter,
          until,
          end: length,
          noteEnd,
          from,
        });
      }
    }
  }
  const meters = metersOf(stretches, origin, song.meter);
  const whole = finish(out, length, index, { meters, markers: markersOf(stretches, origin), tempos });
  if (scope.kind !== 'span') return whole;
  // What lies after the song's end is silence.
  return { ...sliceTimeline(whole, scope.from - origin, scope.to - origin), length: scope.to - scope.from };
}

/** Where the hits of a pattern outside any section come from. */
const ALONE = { occurrence: null, repeat: 0, section: null, slot: null };

/** A hit and where it stands, all places in ticks. */
interface Standing {
  readonly hit: ResolvedHit;
  readonly source: ResolvedPattern;
  /** In the scope, from the last bar line, and in its pattern. */
  readonly at: number;
  readonly fromBar: number;
  readonly inPattern: number;
  readonly meter: Meter;
  /** Where the pattern or layer that it belongs to ends in the scope: no stroke starts later. */
  readonly until: number;
  /** The length of the scope. */
  readonly end: number;
  /** Where a held note ends at the latest. */
  readonly noteEnd: number;
  readonly from: Source;
}

interface Emitted {
  readonly events: NoteEvent[];
  readonly controls: ControlEvent[];
  readonly glides: Map<NoteEvent, GlideWish>;
  dropped: number;
}

function emitterInto(
  out: Emitted,
  document: SongDocument,
  tempos: TempoMap,
  { timing }: CompileOptions,
): (standing: Standing) => void {
  const index = indexOf(document);
  const lanes = lanesOf(document);
  const { song } = index;
  return ({ hit, source, at, fromBar, inPattern, meter, until, end, noteEnd, from }) => {
    if (hit.origin === 'silenced') return;
    const voice = index.voice(hit.voice);
    const part = voice && index.part(voice.part);
    if (!voice || !part) return;
    const grid = gridOf(source, voice);
    const tempo = tempoAt(tempos, at);
    const feel = { tempo, meter, swing: source.swing ?? song.swing };
    const amount = accentAt(source.accents, source.accentAmount, inPattern);
    const raise = amount ? accentRaise(amount, voice.accentShare) : 0;
    const uneven =
      timing === 'heard' && source.humanise ? unevennessOf(source.humanise, song.seed, from) : EVEN;
    const drums = part.type === 'drums';
    const lane = source.controls.length && isMoved(source, voice.id) ? lanes.get(from.pattern) : undefined;
    const strokes = strokesOf(hit);
    for (const stroke of strokes) {
      const written = stroke.at - hit.at;
      if (at + written >= until) continue;
      const moved =
        timing === 'grid' ? 0 : heardPlace(fromBar + written, hit, voice, grid, feel) - fromBar - written;
      const heard = at + written + moved + msToTicks(uneven.ms - stroke.early, tempo);
      if (stroke.early && heard < 0) {
        out.dropped++;
        continue;
      }
      const tick = Math.min(end - 1, Math.max(0, Math.round(heard)));
      const accent = Math.round(raise * stroke.accentShare);
      const velocity = clampVelocity(stroke.velocity + uneven.velocity);
      const event: NoteEvent = {
        tick,
        part: part.id,
        voice: voice.id,
        lane: lane?.pattern ?? null,
        channel: lane?.channel ?? part.channel,
        note: Math.min(127, Math.max(0, voice.note + (drums ? 0 : stroke.pitch))),
        plainVelocity: velocity,
        velocity: clampVelocity(velocity + accent),
        accent,
        step: gridTicks(grid),
        length: Math.max(1, Math.min(stroke.length, (drums ? end : noteEnd) - tick)),
        pan: stroke.pan,
        tune: drums ? stroke.pitch : 0,
        stopsAt: null,
        glide: null,
        from,
      };
      out.events.push(event);
      if (!drums && hit.glide && stroke === strokes.at(-1))
        out.glides.set(event, {
          lasts: hit.glide,
          longest: Math.min(noteEnd - tick, event.length + LONGEST_REST),
        });
    }
  };
}

const EVEN: Unevenness = { ms: 0, velocity: 0 };

function unevennessOf(spread: Humanise, seed: number, from: Source): Unevenness {
  return unevenness(spread, seed, `${from.occurrence} ${from.repeat} ${from.slot}`, from.hit);
}

function stretchesOf(document: SongDocument, scope: Scope): readonly Stretch[] {
  if (scope.kind === 'pattern') return [];
  if (scope.kind === 'section') {
    const section = indexOf(document).section(scope.section);
    if (!section) throw new RangeError(`No section has the id ${scope.section}.`);
    return sectionStretches(document, section);
  }
  const all = songStretches(document);
  if (scope.kind === 'song') return all;
  if (scope.kind === 'span')
    return all.filter(({ start, slot }) => start < scope.to && start + slot.length > scope.from);
  const inOccurrence = all.filter((stretch) => stretch.occurrence?.id === scope.occurrence);
  if (scope.kind === 'occurrence') {
    if (!indexOf(document).song.form.some((one) => one.id === scope.occurrence))
      throw new RangeError(`The form has no occurrence ${scope.occurrence}.`);
    return scope.tail ? inOccurrence : inOccurrence.filter((stretch) => !isTail(stretch));
  }
  const found = inOccurrence.filter((one) => one.repeat === scope.repeat && one.slot.id === scope.slot);
  if (!found.length) throw new RangeError(`The form has no slot ${scope.slot} at that place.`);
  return found;
}

function sourceOf({ occurrence, repeat, section, slot }: Stretch, pattern: Id, hit: Id): Source {
  // Always the same fields in the same order: thousands of these are made for each edit.
  return { occurrence: occurrence?.id ?? null, repeat, section: section.id, slot: slot.id, pattern, hit };
}

function metersOf(stretches: readonly Stretch[], origin: number, usual: Meter): Timeline['meters'] {
  const meters: { tick: number; meter: Meter }[] = [];
  for (const { start, meter } of stretches)
    if (meters.at(-1)?.meter !== meter) meters.push({ tick: start - origin, meter });
  return meters.length ? meters : [{ tick: 0, meter: usual }];
}

function markersOf(stretches: readonly Stretch[], origin: number): Timeline['markers'] {
  return stretches
    .filter((stretch) => stretch.inSection === 0 && stretch.repeat === 0 && stretch.occurrence)
    .map((stretch) => ({ tick: stretch.start - origin, name: stretch.section.name }));
}

function finish(
  { events, controls, glides, dropped }: Emitted,
  length: number,
  index: SongIndex,
  frame: Pick<Timeline, 'meters' | 'markers' | 'tempos'>,
  /** How long a pattern is that comes round; null where nothing does. */
  period: number | null = null,
): Timeline {
  const { notes, merged } = settle(glided(events, glides, period));
  const choked = chokeEvents(notes, (voice) => index.voice(voice)?.choke ?? null);
  return { ...frame, length, events: choked, controls: inOrder(controls), merged, dropped };
}

/** The bar (from 1) of a timeline in which `tick` lies, and the tick at which that bar starts. */
export function barAt(timeline: Timeline, tick: number): { bar: number; start: number; meter: Meter } {
  let bars = 0;
  let current = timeline.meters[0];
  if (!current) throw new RangeError('A timeline has at least one meter.');
  for (const next of timeline.meters.slice(1)) {
    if (next.tick > tick) break;
    bars += Math.ceil((next.tick - current.tick) / barTicks(current.meter));
    current = next;
  }
  const inStretch = tick - current.tick;
  const length = barTicks(current.meter);
  const start = tick - modulo(inStretch, length);
  return { bar: bars + Math.floor(inStretch / length) + 1, start, meter: current.meter };
}
