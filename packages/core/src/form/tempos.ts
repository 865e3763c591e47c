import { indexOf, type Section, type Slot, type SongDocument, type TempoChange } from '../song/index.ts';
import { cacheBy, tempoAt, type TempoMap, type TempoPoint, tempoSlice } from '../time/index.ts';
import { slowedAt, type Slowing, slowingSteps, TEMPO_STEP } from './slowing.ts';
import { sectionStretches, songStretches, type Stretch } from './stretches.ts';

/** A change of tempo from the place on where it begins: from the tempo before it to its own. */
interface Way extends TempoChange {
  readonly from: number;
  readonly start: number;
}

/** The tempo of a way at a tick of it; a ramp takes a new one at every 16th, the last of them its own. */
function tempoOn({ from, start, to, over = 0 }: Way, tick: number): number {
  const steps = Math.max(1, Math.floor(over / TEMPO_STEP));
  const step = Math.floor((tick - start) / TEMPO_STEP) + 1;
  return tick - start >= over || step >= steps ? to : from + ((to - from) * step) / steps;
}

/** The ticks from `start` up to `end` at which a way takes a new tempo. */
function stepsOf({ start: begin, over = 0 }: Way, start: number, end: number): number[] {
  const last = Math.min(end, begin + over);
  const first = begin + Math.ceil(Math.max(0, start - begin) / TEMPO_STEP) * TEMPO_STEP;
  return Array.from(
    { length: Math.max(0, Math.ceil((last - first) / TEMPO_STEP)) },
    (_, i) => first + i * TEMPO_STEP,
  );
}

const beginsSection = ({ inSection, repeat }: Stretch) => inSection === 0 && repeat === 0;

const slowingOf = ({ slot: { slows, length }, start }: Stretch): Slowing | null =>
  slows ? { end: start + length, over: Math.min(slows.over, length), to: slows.to } : null;

/**
 * The tempos of stretches over a map of tempos (`under`) in the same ticks: of their sections' own tempo and their slots' own,
 * each from its start to its end, and of what slows down. A ramp begins at the tempo before it, and one that is longer than
 * what it belongs to breaks off at its end.
 */
function temposOf(stretches: readonly Stretch[], under: TempoMap): TempoMap {
  const points: TempoPoint[] = [];
  const say = (tick: number, tempo: number) => {
    if (points.at(-1)?.tempo !== tempo) points.push({ tick, tempo });
  };
  let held = tempoAt(under, 0);
  // The next of the map's tempos, which are in order as the stretches are.
  let next = 0;
  let ofSection: Way | null = null;
  for (const stretch of stretches) {
    const { slot, section, start } = stretch;
    const end = start + slot.length;
    const begin = (change: TempoChange): Way => ({ ...change, from: held, start });
    if (beginsSection(stretch)) ofSection = section.tempo ? begin(section.tempo) : null;
    const way: Way | null = slot.tempo ? begin(slot.tempo) : ofSection;
    const slowing = slowingOf(stretch);
    while ((under[next]?.tick ?? Infinity) <= start) next++;
    const inside: number[] = [];
    for (let i = next; (under[i]?.tick ?? Infinity) < end; i++) inside.push(under[i]?.tick ?? 0);
    if (!way && !slowing && !inside.length) {
      held = under[next - 1]?.tempo ?? held;
      say(start, held);
      continue;
    }
    const tempo = (tick: number) => (way ? tempoOn(way, tick) : tempoAt(under, tick));
    const ticks = [
      start,
      ...(way ? stepsOf(way, start, end) : inside),
      ...(slowing ? slowingSteps(slowing) : []),
    ].filter((tick) => tick >= start && tick < end);
    for (const tick of [...new Set(ticks)].sort((a, b) => a - b))
      say(tick, slowing ? slowedAt(slowing, tick, tempo(tick)) : tempo(tick));
    held = tempo(end - 1);
  }
  return points[0]?.tick === 0 ? points : [{ tick: 0, tempo: tempoAt(under, 0) }, ...points];
}

/** The song's tempo and its map of tempos by place, as if no section or slot had one of its own; ticks of the song. */
export function tempoMapUnder(document: SongDocument): TempoMap {
  const { tempo, tempos = [] } = indexOf(document).song;
  return [{ tick: 0, tempo }, ...tempos.map(({ at, tempo: then }) => ({ tick: at, tempo: then }))];
}

const tempoCache = cacheBy((document: SongDocument) =>
  temposOf(songStretches(document), tempoMapUnder(document)),
);

/** The tempos of the whole song, in ticks of it; worked out once for each state of the song. */
export function songTempos(document: SongDocument): TempoMap {
  return tempoCache(document);
}

/** The tempos of a section that is played once by itself, outside the form. */
export function sectionTempos(document: SongDocument, section: Section): TempoMap {
  const under = [{ tick: 0, tempo: indexOf(document).song.tempo }];
  return temposOf(sectionStretches(document, section), under);
}

/** The tempos of `length` ticks of the song from `origin` on, counted from there. */
export function temposFrom(document: SongDocument, origin: number, length: number): TempoMap {
  return tempoSlice(songTempos(document), origin, origin + length);
}

/** The tempo at the start of a slot where the song plays it first; the song's own where it does not. */
export function tempoOfSlot(document: SongDocument, section: Section, slot: Slot): number {
  const first = songStretches(document).find(
    (one) => one.section.id === section.id && one.slot.id === slot.id,
  );
  return first ? tempoAt(songTempos(document), first.start) : indexOf(document).song.tempo;
}

/** A change of tempo from a place on within it, in ticks from its start: what is left of its ramp, or its tempo. */
export function tempoGoingOn({ to, over = 0 }: TempoChange, at: number): TempoChange {
  return over > at ? { to, over: over - at } : { to };
}
