import { LIMITS } from '../limits.ts';
import { freeName, type Id } from '../names.ts';
import { documentOf, type SongDocument } from '../song/document.ts';
import type { Swing } from '../song/inherited/swing.ts';
import type {
  Layer,
  Occurrence,
  Part,
  Reference,
  Section,
  Slot,
  Song,
  SongRecord,
  Voice,
} from '../song/records.ts';
import { type BarMeter, barTicks, type Meter, meter as meterOf } from '../time/meter.ts';
import type { ArrivedFile, ArrivedTrack, Bar } from './arrived.ts';
import { byNote } from './by-note.ts';
import { type Distinct, distinctOf } from './classes.ts';
import { hitKey, type StretchHit } from './content.ts';
import { editsTo, type RowHit } from './edits.ts';
import { type Member, unrolledHits } from './family.ts';
import {
  type FoldedPart,
  foldPart,
  type Grounds,
  PATTERN_COST,
  type SortedPart,
  sortPart,
} from './fold-part.ts';
import { referenceOfTrack } from './reference.ts';
import { type BarFace, type FoundSection, guessedRoles, sectionsOf } from './sections.ts';
import { type Units, unitsOf } from './units.ts';
import { drumVoices, type NoteMap, noteVoice, type Voiced } from './voices.ts';

/** What of a file is folded, and how. */
export interface FoldOptions {
  readonly name: string;
  readonly seed: number;
  /** What is made of each track, by its id; one that is not named is left out. */
  readonly uses: Readonly<Record<string, ArrivedTrack['use']>>;
  /** Which drum each note of drums is; null leaves it out. */
  readonly noteMap: NoteMap;
  /** How unlike kinds of bars are told apart, as a share of their hits; null for what makes the shortest description. */
  readonly tolerance: number | null;
  /** The song's swing, what is off it being early or late; null for none. */
  readonly swing: Swing | null;
}

/** A song that a file was folded into, with its figures. */
export interface Folded {
  readonly document: SongDocument;
  readonly tolerance: number;
  /** How long the description is, in hits written, changes and slots. */
  readonly cost: number;
  /** How many hits there are, and how many of them had no drum, by note. */
  readonly hits: number;
  readonly notPlaced: readonly {
    readonly track: string;
    readonly note: number;
    readonly bars: readonly number[];
    readonly hits: number;
  }[];
  readonly sections: readonly { readonly section: Id; readonly from: number; readonly bars: number }[];
}

/** The tolerances that a slider goes through, from exact families to few patterns. */
export const TOLERANCES = [0, 0.04, 0.1, 0.2, 0.35, 0.5] as const;
/** Those that are tried for the shortest description; fewer where no two of very many bars are alike. */
const TRIED = [0, 0.1, 0.2, 0.35, 0.5];
const [MANY, TRIED_OF_MANY] = [800, [0.1, 0.35]] as const;
/** What a slot costs, a layer that keeps changes beside those, and a hit that is only played otherwise, in hits. */
const [SLOT_COST, EDITED_COST, CHANGED_COST] = [0.5, 1, 0.06];
/** How many patterns can be overseen, and what each beyond costs more. */
const [OVERSEEN, CROWD_COST] = [40, 24];
/** How many bars a phrase has. */
const PHRASE = 4;

/** Folds a file into a song that plays the same. `progress` is told how much (0..1) is done. */
export function fold(
  file: ArrivedFile,
  options: FoldOptions,
  progress: (done: number) => void = () => undefined,
): Folded {
  const prepared = prepare(file, options);
  const isMany = prepared.reduce((sum, { distinct }) => sum + distinct.length, 0) > MANY;
  const tried = options.tolerance !== null ? [options.tolerance] : isMany ? TRIED_OF_MANY : TRIED;
  let best: Folded | null = null;
  for (const [i, tolerance] of tried.entries()) {
    progress((i + 1) / (tried.length + 1));
    const one = foldAt(file, options, prepared, tolerance);
    if (!best || one.cost < best.cost) best = one;
  }
  if (!best) throw new RangeError('There is no tolerance to fold with.');
  progress(1);
  return best;
}

/** A track that is folded, with what does not depend on the tolerance. */
interface Prepared {
  readonly track: ArrivedTrack;
  readonly part: Part;
  readonly voiced: Voiced;
  readonly units: Units;
  readonly distinct: readonly Distinct[];
}

function prepare(file: ArrivedFile, { uses, noteMap, swing }: FoldOptions): Prepared[] {
  const folded = file.tracks
    .filter(({ id }) => uses[id] === 'fold' || uses[id] === 'notes')
    .slice(0, LIMITS.layers);
  const channels = new Set<number>();
  const names: string[] = [];
  const tempo = file.tempos[0]?.tempo ?? 120;
  return folded.map((track, order): Prepared => {
    const drums = uses[track.id] === 'fold';
    const channel = freeChannel(track.channel, channels);
    channels.add(channel);
    const name = freeName(track.name, names);
    names.push(name);
    const part: Part = {
      id: `part-${order + 1}`,
      kind: 'part',
      name,
      type: drums ? 'drums' : 'notes',
      channel,
      order,
    };
    const voiced = drums ? drumVoices(part, track, noteMap, order === 0) : noteVoice(part, track);
    const placed = track.notes.filter(({ note }) => voiced.has(note));
    const units = unitsOf(placed, file.bars, { tempo, swing }, !drums);
    return { track, part, voiced, units, distinct: distinctOf(units.units.map(({ content }) => content)) };
  });
}

/** The channel that is wanted, or the first that no other part has. */
function freeChannel(wanted: number, taken: ReadonlySet<number>): number {
  if (!taken.has(wanted)) return wanted;
  return Array.from({ length: 16 }, (_, i) => i).find((one) => one !== 9 && !taken.has(one)) ?? wanted;
}

function foldAt(
  file: ArrivedFile,
  options: FoldOptions,
  prepared: readonly Prepared[],
  tolerance: number,
): Folded {
  const { bars } = file;
  const sorted = prepared.map(({ track, voiced, units, distinct }) =>
    sortPart({ track, rowOf: voiced.rowOf, units, distinct }, tolerance),
  );
  const faces = facesOf(
    bars.map(({ start }) => start),
    sorted,
  );
  const found = sectionsOf(file, faces);
  const grounds = groundsOf(bars, found);
  const parts = sorted.map((one, nth) => {
    const { part, voiced } = prepared[nth] ?? {};
    const name = part?.name ?? '';
    const drums = part?.type === 'drums';
    const names = {
      part: part?.id ?? '',
      main: !drums ? `${name} line` : nth === 0 ? 'Main groove' : `${name} groove`,
      others: drums ? 'Groove' : name,
      // Rows of notes have no names that would tell what is another.
      voiceName: drums ? (voiced?.nameOf ?? null) : null,
    };
    return foldPart(one, grounds, names, (i) => `p${nth + 1}-${i + 1}`);
  });
  const roles = guessedRoles(found, faces);
  const song = songOf(file, options);
  const { sections, form, places, slots, edits } = formOf(file, parts, found, roles, song.meter);
  const members = parts.flatMap((part) => part.members);
  const used = new Set(
    sections.flatMap((section) => section.slots.flatMap((slot) => slot.layers.map((layer) => layer.pattern))),
  );
  const kept = withAncestors(members, used);
  const records: SongRecord[] = [
    { ...song, form },
    ...prepared.flatMap(({ part, voiced, units }): SongRecord[] => [part, ...voicesOn(voiced, units)]),
    ...kept.map(({ pattern }) => pattern),
    ...sections,
    ...referencesOf(file, options),
  ];
  const crowd = Math.max(0, kept.length - OVERSEEN) * CROWD_COST;
  const written = kept.reduce((sum, { cost }) => sum + PATTERN_COST + cost, crowd);
  return {
    document: documentOf(records),
    tolerance,
    cost: written + slots * SLOT_COST + edits,
    hits: prepared.reduce((sum, { track }) => sum + track.notes.length, 0),
    notPlaced: prepared.flatMap(({ track, voiced }) => notPlaced(track, voiced, file)),
    sections: places,
  };
}

/** Tracks that others are to be held against, as the song keeps them; what is beyond its limits is left. */
function referencesOf({ tracks }: ArrivedFile, { uses }: FoldOptions): Reference[] {
  return tracks
    .filter(({ id }) => uses[id] === 'reference')
    .slice(0, LIMITS.references)
    .map((track, i) => referenceOfTrack(track, `reference-${i + 1}`));
}

/** Patterns that are played, and those that they follow. */
function withAncestors(members: readonly Member[], used: ReadonlySet<Id>): readonly Member[] {
  const byId = new Map(members.map((member) => [member.pattern.id, member]));
  const kept = new Set<Id>();
  for (const id of used)
    for (let at = byId.get(id); at && !kept.has(at.pattern.id); at = byId.get(at.pattern.parent ?? ''))
      kept.add(at.pattern.id);
  return members.filter(({ pattern }) => kept.has(pattern.id));
}

/** Voices on the grids that most of their bars have. */
function voicesOn({ voices, rowOf }: Voiced, { grids }: Units): Voice[] {
  const byVoice = new Map([...grids].map(([row, grid]) => [rowOf(row).voice, grid]));
  return voices.map((voice) => ({ ...voice, grid: byVoice.get(voice.id) ?? voice.grid }));
}

function songOf(file: ArrivedFile, { name, seed, swing }: FoldOptions): Song {
  const lengths = new Map<string, { meter: Meter; bars: number }>();
  for (const bar of file.bars) {
    const meter = asMeter(bar.meter);
    if (!meter || barTicks(meter) !== bar.length) continue;
    const key = `${meter.beats}/${meter.unit}`;
    const known = lengths.get(key);
    if (known) known.bars++;
    else lengths.set(key, { meter, bars: 1 });
  }
  const [usual] = [...lengths.values()].sort((a, b) => b.bars - a.bars);
  return {
    id: 'song',
    kind: 'song',
    name,
    tempo: file.tempos[0]?.tempo ?? 120,
    meter: usual?.meter ?? meterOf(4, 4),
    key: file.key ?? { tonic: 'C', scale: 'minor' },
    swing: swing ?? { amount: 50, unit: 16 },
    phraseBars: PHRASE,
    seed,
    form: [],
  };
}

/** A bar's meter as a section can have it; null where it cannot. */
function asMeter({ beats, unit, groups }: BarMeter): Meter | null {
  if (beats > 32 || (unit !== 2 && unit !== 4 && unit !== 8 && unit !== 16)) return null;
  return { beats, unit, groups };
}

function groundsOf(bars: readonly Bar[], found: readonly FoundSection[]): Grounds {
  const sections = new Set<number>();
  const phrases = new Set<number>();
  for (const { from, to } of found)
    for (let bar = from; bar < to; bar++) {
      const { start } = bars[bar] ?? {};
      if (start === undefined || (bar - from) % PHRASE) continue;
      phrases.add(start);
      if (bar === from) sections.add(start);
    }
  return { sections, phrases };
}

function facesOf(starts: readonly number[], parts: readonly SortedPart[]): BarFace[] {
  const lead = parts.toSorted(
    (a, b) => Number(b.track.drums) - Number(a.track.drums) || b.units.hits.length - a.units.hits.length,
  )[0];
  const grooves = new Map(lead?.units.units.map(({ start }, i) => [start, lead.grooves[i] ?? null]));
  const faces = starts.map((start) => ({ groove: grooves.get(start) ?? null, hits: 0, loudness: 0 }));
  for (const { units } of parts) {
    let bar = 0;
    for (const { at, velocity } of units.hits) {
      while (at >= (starts[bar + 1] ?? Infinity)) bar++;
      const face = faces[bar];
      if (!face) continue;
      face.hits++;
      face.loudness += velocity;
    }
  }
  return faces.map(({ groove, hits, loudness }) => ({ groove, hits, loudness: hits ? loudness / hits : 0 }));
}

interface FoundForm {
  readonly sections: readonly Section[];
  readonly form: readonly Occurrence[];
  readonly places: Folded['sections'];
  readonly slots: number;
  /** Changes that slots keep. */
  readonly edits: number;
}

/** The sections as records: those that play just the same are one, played again. */
function formOf(
  file: ArrivedFile,
  parts: readonly FoldedPart[],
  found: readonly FoundSection[],
  roles: readonly Section['role'][],
  usual: Meter,
): FoundForm {
  const known = new Map<string, Section>();
  const sections: Section[] = [];
  const form: Occurrence[] = [];
  const places: { section: Id; from: number; bars: number }[] = [];
  const names: string[] = [];
  const players = parts.map((part) => new Player(part));
  let [slotCount, edits] = [0, 0];
  found.forEach(({ from, to, name }, i) => {
    const first = file.bars[from];
    const last = file.bars[to - 1];
    if (!first || !last) return;
    const end = last.start + last.length;
    const cuts = cutsOf(parts, first.start, end);
    const meter = asMeter(first.meter);
    const own = meter && barTicks(meter) === first.length && saysOther(meter, usual) ? meter : null;
    const slots = cuts.map(([start, stop], nth): Slot => ({
      id: `s${nth + 1}`,
      length: stop - start,
      layers: players.flatMap((player) => player.layer(start, stop) ?? []),
    }));
    const shape = JSON.stringify([own, slots]);
    const before = form.at(-1);
    const same = known.get(shape);
    places.push({ section: same?.id ?? `section-${sections.length + 1}`, from, bars: to - from });
    if (same && (!name || same.name === name)) {
      if (before?.section === same.id && before.times < LIMITS.times && !file.markers.length)
        form[form.length - 1] = { ...before, times: before.times + 1 };
      else form.push({ id: `o${form.length + 1}`, section: same.id, times: 1, silencedVoices: [] });
      return;
    }
    const id = `section-${sections.length + 1}`;
    const called = freeName(name || `Part ${letters(sections.length)}`, names);
    names.push(called);
    const section: Section = {
      id,
      kind: 'section',
      name: called,
      role: roles[i] ?? 'verse',
      ...(own ? { meter: own } : {}),
      slots,
    };
    if (!same) known.set(shape, section);
    sections.push(section);
    slotCount += slots.length;
    edits += slots.reduce((sum, slot) => sum + slot.layers.reduce((n, layer) => n + editCount(layer), 0), 0);
    form.push({ id: `o${form.length + 1}`, section: id, times: 1, silencedVoices: [] });
  });
  return { sections, form, places, slots: slotCount, edits };
}

function saysOther(one: Meter, other: Meter): boolean {
  return one.beats !== other.beats || one.unit !== other.unit;
}

function letters(nth: number): string {
  return nth < 26
    ? String.fromCharCode(65 + nth)
    : `${letters(Math.floor(nth / 26) - 1)}${letters(nth % 26)}`;
}

function editCount({ own, changed, silenced, silencedVoices }: Layer): number {
  const edits =
    Object.keys(own).length +
    CHANGED_COST * Object.keys(changed).length +
    silenced.length +
    silencedVoices.length;
  return edits && edits + EDITED_COST;
}

/** Where slots begin and end: wherever a part goes on otherwise than before. */
function cutsOf(parts: readonly FoldedPart[], from: number, to: number): (readonly [number, number])[] {
  const cuts = new Set([from]);
  for (const { stretches, members } of parts) {
    let before: { plays: FoldedPart['stretches'][number]['plays']; end: number } | null = null;
    for (const { at, length, plays } of stretches) {
      if (at + length <= from || at >= to) continue;
      const isOn =
        before !== null &&
        (plays === null
          ? before.plays === null
          : before.plays?.member === plays.member && before.end === plays.from);
      if (before && !isOn && at > from) cuts.add(at);
      const period = plays ? (members[plays.member]?.pattern.length ?? 1) : 1;
      before = { plays, end: plays ? (plays.from + length) % period : 0 };
    }
  }
  // A slot is no longer than it can be.
  const sorted = [...cuts].sort((a, b) => a - b);
  return sorted.flatMap((start, i) => {
    const stop = sorted[i + 1] ?? to;
    const pieces: (readonly [number, number])[] = [];
    for (let at = start; at < stop; at += LIMITS.slot) pieces.push([at, Math.min(stop, at + LIMITS.slot)]);
    return pieces;
  });
}

/** Plays one part slot by slot: which layer makes just its hits. */
class Player {
  readonly #part: FoldedPart;
  readonly #bases = new Map<string, readonly RowHit[]>();
  #stretch = 0;
  #hit = 0;

  constructor(part: FoldedPart) {
    this.#part = part;
  }

  /** The layer of a slot from `start` to `stop`, in ticks of the song; slots are asked for in order. */
  layer(start: number, stop: number): Layer | null {
    const { stretches, members, units, rowOf } = this.#part;
    const target: StretchHit[] = [];
    for (let hit = units.hits[this.#hit]; hit && hit.at < stop; hit = units.hits[++this.#hit])
      target.push({ ...hit, at: hit.at - start });
    while ((stretches[this.#stretch + 1]?.at ?? Infinity) <= start) this.#stretch++;
    const stretch = stretches[this.#stretch];
    const member = stretch?.plays ? members[stretch.plays.member] : undefined;
    if (!stretch?.plays || !member) return null;
    const from = (stretch.plays.from + start - stretch.at) % member.pattern.length;
    const base = this.#base(stretch.plays.member, member, from, stop - start);
    const there = new Set(target.map(({ row }) => row));
    const rows = new Set(base.map(({ row }) => row));
    const voices = new Map([...rows].map((row) => [row, rowOf(row).voice]));
    // A drum that does not play is silent as a whole; notes share one voice.
    const quiet =
      units.hits.length && new Set(voices.values()).size === rows.size
        ? [...rows].filter((row) => !there.has(row))
        : [];
    const sounding = quiet.length ? base.filter(({ row }) => !quiet.includes(row)) : base;
    const edits = isSameAs(sounding, target)
      ? { own: {}, changed: {}, silenced: [] }
      : editsTo(sounding, target, rowOf);
    return {
      pattern: member.pattern.id,
      ...(from ? { start: from } : {}),
      silencedVoices: quiet.map((row) => rowOf(row).voice),
      ...edits,
    };
  }

  #base(nth: number, member: Member, from: number, length: number): readonly RowHit[] {
    const key = `${nth} ${from} ${length}`;
    const known = this.#bases.get(key);
    if (known) return known;
    const base = unrolledHits(member.hits, member.pattern.length, from, length);
    this.#bases.set(key, base);
    return base;
  }
}

/** Whether hits are just those that are wanted, which most are. */
function isSameAs(base: readonly RowHit[], target: readonly StretchHit[]): boolean {
  if (base.length !== target.length) return false;
  const byKey = new Map(base.map((hit) => [hitKey(hit), hit]));
  return target.every((hit) => {
    const one = byKey.get(hitKey(hit));
    return one?.velocity === hit.velocity && one.length === hit.length && one.offsetMs === hit.offsetMs;
  });
}

function notPlaced(track: ArrivedTrack, voiced: Voiced, file: ArrivedFile): Folded['notPlaced'] {
  const left = byNote(track.notes.filter(({ note }) => !voiced.has(note)));
  return [...left].map(([note, notes]) => {
    const bars = new Set<number>();
    let bar = 0;
    for (const { tick } of notes) {
      while (tick >= (file.bars[bar + 1]?.start ?? Infinity)) bar++;
      bars.add(bar + 1);
    }
    return { track: track.id, note, hits: notes.length, bars: [...bars] };
  });
}
