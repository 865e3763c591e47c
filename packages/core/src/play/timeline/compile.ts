import {
  isTail,
  placeInLayer,
  type ResolvedLayer,
  type Scope,
  sectionStretches,
  sectionTempos,
  songStretches,
  startOf,
  type Stretch,
  temposFrom,
} from '../../form/index.ts';
import { feelOf, resolve } from '../../pattern/index.ts';
import {
  type Id,
  indexOf,
  type Layer,
  messagesOver,
  saysSame,
  type Section,
  type SongDocument,
  stretchOf,
} from '../../song/index.ts';
import { type BarMeter, barTicks, beatTicks, modulo } from '../../time/index.ts';
import { playedLayer } from '../intensity/played-layer.ts';
import { specialOf } from '../intensity/special.ts';
import { chokeEvents } from './choke.ts';
import type { ControlEvent, NoteEvent, Timeline, Timing } from './events.ts';
import { glided, type GlideWish } from './glide.ts';
import { heldOver } from './held-over.ts';
import { keptLayerEvents } from './kept-layers.ts';
import { landedEvents, landingsAt, swellEvents } from './landing.ts';
import { controlEvents, inOrder, lanesOf, type LayerControls } from './lanes.ts';
import { type LayerEvents, layerEvents } from './layer-events.ts';
import { messageEvents, saidBy, type SaidByLayer } from './messages.ts';
import { metersOf, metersOver } from './meters.ts';
import { byPlace, settle } from './settle.ts';
import { sliceTimeline } from './slice.ts';

export interface CompileOptions {
  readonly timing: Timing;
  /** True for a start one beat earlier, so that strokes before the first beat are in it; not for a span. */
  readonly pickUp?: boolean;
}

/**
 * Works a scope out into sorted note events, each within the scope, none overlapping another of its note and channel.
 * Throws RangeError when the scope names something that does not exist.
 */
export function compile(
  document: SongDocument,
  scope: Scope,
  { timing, pickUp = false }: CompileOptions = { timing: 'heard' },
): Timeline {
  const index = indexOf(document);
  const out: Emitted = {
    events: [],
    controls: [],
    rests: [],
    said: [],
    glides: new Map(),
    held: new Set(),
    dropped: 0,
  };
  const lanes = lanesOf(document);
  const plain = placedTimeMap(document, scope);
  const map = pickUp && scope.kind !== 'span' ? withPickUp(plain) : plain;
  if (scope.kind === 'pattern') {
    const source = resolve(document, scope.pattern);
    const { length } = source.pattern;
    const start = map.length - length;
    const lane = lanes.get(scope.pattern);
    if (lane) take(out, controlEvents(source, lane, start, length));
    const { meter } = feelOf(document, source);
    const messages = messagesOver(source.messages, 0, length, length);
    const resolved = { source, from: 0, length, start: 0, hits: source.hits, messages, drawn: null };
    sayIn(out, saidBy(resolved, start));
    const from = { ...ALONE, pattern: scope.pattern };
    const ground = { resolved, meter, counted: 0, ringsOn: true, goesOn: true, landings: [], lane, from };
    const standing = { start, end: map.length, tempos: map.tempos };
    const played = layerEvents(document, ground, standing, timing);
    out.events.push(...played.events);
    note(out, played);
    return finish(document, out, map, { period: length, comesToRest: true });
  }
  const { stretches, origin, length, tempos } = map;
  for (const [i, stretch] of stretches.entries()) {
    const there: NoteEvent[] = [];
    const landings = landingsAt(document, stretch);
    const begins = { start: stretch.start - origin, end: length, tempos };
    for (const landing of landings) there.push(...landedEvents(document, stretch, landing, begins, timing));
    there.push(...swellEvents(index, stretch, stretch.start - origin));
    const special = specialOf(stretch);
    const { occurrence, repeat, section, slot, meter } = stretch;
    for (const layer of slot.layers) {
      const resolved = playedLayer(document, slot, layer, special);
      const start = stretch.start - origin + resolved.from;
      const lane = lanes.get(layer.pattern);
      if (lane) take(out, controlEvents(resolved.source, lane, start, resolved.length, resolved.start));
      sayIn(out, saidBy(resolved, start));
      const counted = stretch.counted + resolved.from;
      const ringsOn = resolved.from + resolved.length === slot.length;
      const from = {
        occurrence: occurrence?.id ?? null,
        repeat,
        section: section.id,
        slot: slot.id,
        pattern: layer.pattern,
      };
      const goesOn = ringsOn && goesOnIn(stretches[i + 1], layer, resolved);
      const ground = { resolved, meter, counted, ringsOn, goesOn, landings, lane, from };
      const played = keptLayerEvents(document, layer, ground, { start, end: length, tempos }, timing);
      for (const event of played.events) there.push(event);
      note(out, played);
    }
    // Events in order slot by slot are soon in order as a whole.
    for (const event of there.sort(byPlace)) out.events.push(event);
  }
  const whole = finish(document, out, map, { period: null, comesToRest: scope.kind !== 'song' });
  return scope.kind === 'span' ? spanOf(whole, scope, origin) : whole;
}

/** True where the next slot goes on with the pattern of a layer from the place where the layer ends. */
function goesOnIn(next: Stretch | undefined, { pattern }: Layer, resolved: ResolvedLayer): boolean {
  const period = resolved.source.pattern.length;
  return (
    next?.slot.layers.some(
      (one) =>
        one.pattern === pattern &&
        stretchOf(one, next.slot.length)?.from === 0 &&
        startOf(one) % period === placeInLayer(resolved, resolved.length),
    ) ?? false
  );
}

/** Source of the hits of a pattern outside any section. */
const ALONE = { occurrence: null, repeat: 0, section: null, slot: null };

interface Emitted {
  readonly events: NoteEvent[];
  readonly controls: ControlEvent[];
  readonly rests: ControlEvent[];
  readonly said: SaidByLayer[];
  readonly glides: Map<NoteEvent, GlideWish>;
  readonly held: Set<NoteEvent>;
  dropped: number;
}

function take({ controls, rests }: Emitted, layer: LayerControls): void {
  for (const event of layer.said) controls.push(event);
  for (const event of layer.rests) rests.push(event);
}

function sayIn({ said }: Emitted, layer: SaidByLayer | null): void {
  if (layer) said.push(layer);
}

/** Takes what goes with the events of a layer. */
function note(out: Emitted, { glides, held, dropped }: LayerEvents): void {
  for (const [event, wish] of glides) out.glides.set(event, wish);
  for (const event of held) out.held.add(event);
  out.dropped += dropped;
}

/** Length of a scope, and its bars. */
export type TimeMap = Pick<Timeline, 'length' | 'lead' | 'meters' | 'markers' | 'chords' | 'tempos'>;

/**
 * The time map of a scope, told without working out what it plays.
 * Throws RangeError when the scope names something that does not exist.
 */
export function timeMapOf(document: SongDocument, scope: Scope): TimeMap {
  const map = placedTimeMap(document, scope);
  if (scope.kind !== 'span') return map;
  const silent = { ...map, events: [], controls: [], messages: [], merged: [], dropped: 0 };
  return spanOf(silent, scope, map.origin);
}

/** The stretch of a timeline that a span is; what lies after the song's end is silence. */
function spanOf(whole: Timeline, { from, to }: { from: number; to: number }, origin: number): Timeline {
  return { ...sliceTimeline(whole, from - origin, to - origin), length: to - from };
}

/** The time map of a scope, of a span that of all slots that it cuts through, with what is played in it. */
function placedTimeMap(document: SongDocument, scope: Scope): TimeMap & Placed {
  const { song } = indexOf(document);
  const stretches = stretchesOf(document, scope);
  const origin = stretches[0]?.start ?? 0;
  if (scope.kind === 'pattern') {
    const source = resolve(document, scope.pattern);
    const meters = metersOver(feelOf(document, source).meter, source.pattern.length);
    return {
      stretches,
      origin,
      length: source.pattern.length,
      lead: 0,
      meters,
      markers: [],
      chords: [],
      tempos: [{ tick: 0, tempo: song.tempo }],
    };
  }
  const last = stretches.at(-1);
  const length = last ? last.start + last.slot.length - origin : 0;
  const meters = metersOf(stretches, origin, song.meter);
  const tempos =
    scope.kind === 'section'
      ? sectionTempos(document, sectionIn(document, scope.section))
      : temposFrom(document, origin, length);
  const markers = markersOf(stretches, origin);
  const chords = chordsOf(stretches, origin);
  return { stretches, origin, length, lead: 0, meters, markers, chords, tempos };
}

/** A time map that starts a beat earlier, in a bar of its own. */
function withPickUp(map: TimeMap & Placed): TimeMap & Placed {
  const [first] = map.meters;
  if (!first) return map;
  const { unit } = first.meter;
  const beat = beatTicks(first.meter);
  const later = <T extends { readonly tick: number }>(point: T): T => ({ ...point, tick: point.tick + beat });
  return {
    ...map,
    origin: map.origin - beat,
    length: map.length + beat,
    lead: beat,
    meters: [{ tick: 0, meter: { beats: 1, unit, groups: [1] } }, ...map.meters.map(later)],
    markers: map.markers.map(later),
    chords: map.chords.map(later),
    tempos: map.tempos.map((point, i) => (i === 0 ? point : later(point))),
  };
}

/** The slots of a scope, none for a pattern, and the tick of the song at which it starts. */
interface Placed {
  readonly stretches: readonly Stretch[];
  readonly origin: number;
}

function stretchesOf(document: SongDocument, scope: Scope): readonly Stretch[] {
  if (scope.kind === 'pattern') return [];
  if (scope.kind === 'section') return sectionStretches(document, sectionIn(document, scope.section));
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

function sectionIn(document: SongDocument, id: Id): Section {
  const section = indexOf(document).section(id);
  if (!section) throw new RangeError(`No section has the id ${id}.`);
  return section;
}

function markersOf(stretches: readonly Stretch[], origin: number): Timeline['markers'] {
  return stretches
    .filter((stretch) => stretch.inSection === 0 && stretch.repeat === 0 && stretch.occurrence)
    .map((stretch) => ({ tick: stretch.start - origin, name: stretch.section.name }));
}

/** The chords of slots, each where another one begins. */
function chordsOf(stretches: readonly Stretch[], origin: number): Timeline['chords'] {
  const all = stretches.flatMap(({ start, slot }) =>
    (slot.chords ?? [])
      .filter(({ at }) => at < slot.length)
      .map(({ at, chord }) => ({ tick: start + at - origin, chord })),
  );
  return all.filter(({ chord }, i) => !saysSame(chord, all[i - 1]?.chord));
}

function finish(
  document: SongDocument,
  { events, controls, rests, said, glides, held, dropped }: Emitted,
  { length, lead, meters, markers, chords, tempos }: TimeMap,
  /** Length of the pattern that comes round, null for none; and that nothing is to sound on after the end. */
  { period, comesToRest }: { readonly period: number | null; readonly comesToRest: boolean },
): Timeline {
  const index = indexOf(document);
  const { notes, merged } = settle(heldOver(glided(events, glides, period), held, length));
  const choked = chokeEvents(notes, (voice) => index.voice(voice)?.choke ?? null);
  return {
    length,
    lead,
    meters,
    markers,
    chords,
    tempos,
    events: choked,
    // Of several at one place the last holds: a rest gives way.
    controls: inOrder([...rests, ...controls]),
    messages: messageEvents(document, said, comesToRest),
    merged,
    dropped,
  };
}

/** The bar (from 1) of a timeline in which `tick` lies, and the tick at which that bar starts. */
export function barAt(
  timeline: Pick<Timeline, 'meters'>,
  tick: number,
): { bar: number; start: number; meter: BarMeter } {
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
