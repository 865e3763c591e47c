import {
  documentOf,
  type Id,
  LIMITS,
  type Reference,
  type SongDocument,
  type SongRecord,
} from '../song/index.ts';
import type { ArrivedFile, ArrivedTrack, Bar } from './arrived.ts';
import { barFinder } from './bar-finder.ts';
import { byNote } from './by-note.ts';
import type { Member } from './family.ts';
import { foldPart, type Grounds, PATTERN_COST, type SortedPart, sortPart } from './fold-part.ts';
import { formOf } from './form.ts';
import {
  type FoldOptions,
  type Outline,
  outlineOf,
  PHRASE,
  prepare,
  type Prepared,
  songOf,
  voicesOn,
} from './prepare.ts';
import { referenceOfTrack } from './reference.ts';
import { withSectionTempos } from './section-tempos.ts';
import { type BarFace, type FoundSection, guessedRoles, sectionsOf } from './sections.ts';
import { steadied } from './steadied.ts';
import type { NoteMap, Voiced } from './voices.ts';

/** A song that a file was folded into, with its figures. */
export interface Folded {
  readonly document: SongDocument;
  readonly tolerance: number;
  /** Length of the description, in written hits, changes and slots. */
  readonly cost: number;
  /** Number of hits, and numbers of hits without a drum, by note. */
  readonly hits: number;
  readonly notPlaced: readonly {
    readonly track: string;
    readonly note: number;
    readonly bars: readonly number[];
    readonly hits: number;
  }[];
}

/** The tolerances that a slider goes through, from exact families to few patterns. */
export const TOLERANCES = [0, 0.04, 0.1, 0.2, 0.35, 0.5] as const;
/** Those that are tried for the shortest description; fewer where no two of very many bars are alike. */
const TRIED = [0, 0.1, 0.2, 0.35, 0.5];
const [MANY, TRIED_OF_MANY] = [800, [0.1, 0.35]] as const;
/** Cost of a slot, in hits. */
const SLOT_COST = 0.5;
/** Number of patterns that can be overseen, and cost of each one beyond. */
const [OVERSEEN, CROWD_COST] = [40, 24];

/** Folds a file into a song that plays the same. `progress` is told how much (0..1) is done. */
export function fold(
  arrived: ArrivedFile,
  options: FoldOptions,
  progress: (done: number) => void = () => undefined,
): Folded {
  const file = options.how === 'groove plus feel' ? steadied(arrived) : arrived;
  const outline = outlineOf(file);
  const prepared = prepare(file, options, outline);
  const isMany = prepared.reduce((sum, { distinct }) => sum + distinct.length, 0) > MANY;
  const tried = options.tolerance !== null ? [options.tolerance] : isMany ? TRIED_OF_MANY : TRIED;
  let best: Folded | null = null;
  for (const [i, tolerance] of tried.entries()) {
    progress((i + 1) / (tried.length + 1));
    const one = foldAt(file, options, outline, prepared, tolerance);
    if (!best || one.cost < best.cost) best = one;
  }
  if (!best) throw new RangeError('There is no tolerance to fold with.');
  progress(1);
  return best;
}

function foldAt(
  file: ArrivedFile,
  options: FoldOptions,
  outline: Outline,
  prepared: readonly Prepared[],
  tolerance: number,
): Folded {
  const { bars } = file;
  const sorted = prepared.map(({ track, voiced, units, distinct }) =>
    sortPart({ track, rowOf: voiced.rowOf, units, distinct }, tolerance),
  );
  const faces = facesOf(bars, sorted, options.noteMap);
  const found = sectionsOf(file, outline, faces);
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
    return foldPart(one, grounds, names, (i) => `${options.prefix ?? ''}p${nth + 1}-${i + 1}`);
  });
  const roles = guessedRoles(found, faces);
  const song = songOf(file, options);
  const { sections, form, slots, edits } = formOf(
    file,
    parts,
    { found, roles },
    outline,
    song.meter,
    options.prefix,
  );
  const members = parts.flatMap((part) => part.members);
  const used = new Set(
    sections.flatMap((section) => section.slots.flatMap((slot) => slot.layers.map((layer) => layer.pattern))),
  );
  const kept = withAncestors(members, used);
  const records: SongRecord[] = [
    { ...song, ...(outline.under.length ? { tempos: outline.under } : {}), form },
    ...prepared.flatMap(({ part, voiced, units }): SongRecord[] => [part, ...voicesOn(voiced, units)]),
    ...kept.map(({ pattern }) => pattern),
    ...sections,
    ...referencesOf(file, options),
  ];
  const crowd = Math.max(0, kept.length - OVERSEEN) * CROWD_COST;
  const written = kept.reduce((sum, { cost }) => sum + PATTERN_COST + cost, crowd);
  return {
    document: withSectionTempos(documentOf(records)),
    tolerance,
    cost: written + slots * SLOT_COST + edits,
    hits: prepared.reduce((sum, { track }) => sum + track.notes.length, 0),
    notPlaced: prepared.flatMap(({ track, voiced }) => notPlaced(track, voiced, file)),
  };
}

/** Tracks that others are to be held against, as the song keeps them; what is beyond its limits is left. */
function referencesOf(file: ArrivedFile, { uses }: FoldOptions): Reference[] {
  return file.tracks
    .filter(({ id }) => uses[id] === 'reference')
    .slice(0, LIMITS.references)
    .map((track, i) => referenceOfTrack(track, `reference-${i + 1}`, file));
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

/** Starts of sections, with the phrases counted from there. */
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

/** Face of each bar: the groove of the part that leads, and the number and loudness of hits in all parts. */
function facesOf(bars: readonly Bar[], parts: readonly SortedPart[], noteMap: NoteMap): BarFace[] {
  const lead = parts.toSorted(
    (a, b) => Number(b.track.drums) - Number(a.track.drums) || b.units.hits.length - a.units.hits.length,
  )[0];
  const grooves = new Map(lead?.units.units.map(({ start }, i) => [start, lead.grooves[i] ?? null]));
  const faces = bars.map(({ start }) => ({
    groove: grooves.get(start) ?? null,
    hits: 0,
    loudness: 0,
    hasCrash: false,
  }));
  for (const { track, units } of parts) {
    const barOf = barFinder(bars);
    for (const { row, at, velocity } of units.hits) {
      const bar = barOf(at);
      const face = faces[bar];
      if (!face) continue;
      if (track.drums && noteMap[row] === 'crash' && at === bars[bar]?.start) face.hasCrash = true;
      face.hits++;
      face.loudness += velocity;
    }
  }
  return faces.map((face) => ({ ...face, loudness: face.hits ? face.loudness / face.hits : 0 }));
}

/** The notes of a track that have no drum, by note, with the bars in which they are. */
function notPlaced(track: ArrivedTrack, voiced: Voiced, file: ArrivedFile): Folded['notPlaced'] {
  const left = byNote(track.notes.filter(({ note }) => !voiced.has(note)));
  return [...left].map(([note, notes]) => {
    const barOf = barFinder(file.bars);
    const bars = new Set(notes.map(({ tick }) => barOf(tick) + 1));
    return { track: track.id, note, hits: notes.length, bars: [...bars] };
  });
}
