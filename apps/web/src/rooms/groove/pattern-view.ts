import {
  accentOf,
  feelOf,
  gridOf,
  heardPlace,
  resolve,
  type ResolvedPattern,
  strokesOf,
} from '@plucky/core/pattern';
import {
  type Family,
  type Hit,
  type Id,
  indexOf,
  inKey,
  noteName,
  type Part,
  type ResolvedHit,
  type SongDocument,
  type Swing,
  usualLength,
  type Voice,
} from '@plucky/core/song';
import {
  cacheWhileSame,
  type Grid,
  gridName,
  gridTicks,
  isTuplet,
  type Meter,
  msToTicks,
} from '@plucky/core/time';
import type { NoteRange } from '../../session/groove.ts';

/** A row of the room: a drum, or one pitch of a part that plays notes. */
export interface Row {
  readonly key: string;
  readonly voice: Voice;
  /** Semitones above the voice's note. */
  readonly pitch: number;
  readonly name: string;
  readonly detail: string;
  readonly family: Family;
  readonly grid: Grid;
  /** True for a note outside the song's key. */
  readonly isOutside: boolean;
}

/** A hit with its row and the tick at which it is heard. */
export interface PlacedHit {
  readonly hit: ResolvedHit;
  readonly row: string;
  readonly heard: number;
  readonly accented: boolean;
  /** The other strokes of a roll or a flam, where they are heard. */
  readonly strokes: readonly HeardStroke[];
}

/** A stroke beside a hit's own: the tick at which it is heard, and its velocity. */
export interface HeardStroke {
  readonly heard: number;
  readonly velocity: number;
}

/** Frame of the hits: it stays the same object while only hits are edited. */
export interface Frame {
  readonly rows: readonly Row[];
  readonly meter: Meter;
  readonly length: number;
  readonly swing: Swing;
  readonly tempo: number;
  /** Heard place of a hit that is written at `at` on a row. */
  readonly heardAt: (row: Row, at: number) => number;
}

/** A pattern as the rows show it. */
export interface PatternView extends Omit<Frame, 'swing' | 'tempo'> {
  /** The document that it was made from, so that all that is drawn beside it agrees with it. */
  readonly document: SongDocument;
  readonly resolved: ResolvedPattern;
  readonly part: Part;
  readonly frame: Frame;
  readonly hits: readonly PlacedHit[];
  /** The rows that are shown, in their order; the others are folded to one line. */
  readonly shown: readonly Row[];
  /** Keys of those that are drawn tall. */
  readonly tall: ReadonlySet<string>;
  /** True where rows that do not play can be folded away. */
  readonly folds: boolean;
  readonly hitsOf: (row: Row) => readonly PlacedHit[];
}

const frameCache = cacheWhileSame<Frame, Part>();

/** The frame shown last for the part, if it still is the right one, so that what is drawn from it need not be again. */
function frameOf(part: Part, next: Omit<Frame, 'heardAt'>): Frame {
  const { tempo, meter, swing, length, rows } = next;
  const shown = rows.flatMap((row) => [row.key, row.voice, row.grid, row.name, row.isOutside, row.detail]);
  return frameCache(part, [meter, length, swing, tempo, ...shown], () => ({
    ...next,
    heardAt: (row, at) =>
      held(heardPlace(at, newHit(row, at), row.voice, row.grid, { tempo, meter, swing }), length),
  }));
}

function held(tick: number, length: number): number {
  return Math.min(length - 1, Math.max(0, tick));
}

/** No row is taller than others. */
const NONE: ReadonlySet<string> = new Set();
const NO_STROKES: readonly HeardStroke[] = [];

/** The farthest that a note may be from its voice's own, in semitones. */
const MOST_PITCH = 60;
/** The notes shown around a voice's own, in semitones. */
const [LOWEST, HIGHEST] = [-5, 12];

/** The notes that are shown until another range is asked for. */
export const USUAL_RANGE: NoteRange = { below: 0, above: 0, which: 'key' };

/** A pattern as the rows show it, notes in the range that is asked for and wherever they are played. */
export function viewOf(document: SongDocument, id: Id, range: NoteRange = USUAL_RANGE): PatternView | null {
  const index = indexOf(document);
  const pattern = index.pattern(id);
  const part = pattern && index.part(pattern.part);
  if (!part) return null;
  const resolved = resolve(document, id);
  const feel = feelOf(document, resolved);
  const { tempo, meter, swing } = feel;
  const rows = index
    .voicesOf(part.id)
    .flatMap((voice) =>
      part.type === 'drums' ? [drumRow(voice, resolved, swing)] : noteRows(voice, resolved, document, range),
    );
  const frame = frameOf(part, { rows, meter, length: pattern.length, swing, tempo });
  const hits = resolved.hits.flatMap((hit): PlacedHit[] => {
    const voice = index.voice(hit.voice);
    if (!voice) return [];
    const row = part.type === 'drums' ? voice.id : rowKey(voice.id, hit.pitch);
    const accented = accentOf(resolved, hit, hit.at) > 0 && voice.accentShare > 0;
    const grid = gridOf(resolved, voice);
    const heardAt = (at: number, early = 0) =>
      held(heardPlace(at, hit, voice, grid, feel) - msToTicks(early, feel.tempo), pattern.length);
    const strokes =
      hit.roll || hit.flam || hit.layered
        ? strokesOf(hit)
            .filter((one) => (one.early !== 0 || one.at > hit.at) && one.at < pattern.length)
            .map((one) => ({ heard: heardAt(one.at, one.early), velocity: one.velocity }))
        : NO_STROKES;
    return [{ hit, row, heard: heardAt(hit.at), accented, strokes }];
  });
  const byRow = new Map<string, PlacedHit[]>();
  for (const one of hits) {
    const row = byRow.get(one.row);
    if (row) row.push(one);
    else byRow.set(one.row, [one]);
  }
  const hitsOf = (row: Row) => byRow.get(row.key) ?? [];
  const { length, heardAt } = frame;
  const shown = frame.rows;
  const looks = { rows: shown, shown, tall: NONE, folds: false };
  return { document, resolved, part, frame, ...looks, hits, hitsOf, meter, length, heardAt };
}

function drumRow(voice: Voice, resolved: ResolvedPattern, swing: Swing): Row {
  const grid = gridOf(resolved, voice);
  return {
    key: voice.id,
    voice,
    pitch: 0,
    name: voice.name,
    detail: feelName(grid, swing, voice.swingShare),
    family: voice.family,
    grid,
    isOutside: false,
  };
}

/** The rows of the notes that are played, and of those in range that are wanted; the voice's own note is always one. */
function noteRows(
  voice: Voice,
  resolved: ResolvedPattern,
  document: SongDocument,
  { below, above, which }: NoteRange,
): Row[] {
  const { key } = indexOf(document).song;
  const used = new Set(resolved.hits.map((hit) => hit.pitch));
  const [low, high] = [LOWEST - 12 * below, HIGHEST + 12 * above];
  const isWanted = (pitch: number) => {
    const note = voice.note + pitch;
    if (pitch === 0) return true;
    if (which === 'played' || note < 0 || note > 127 || Math.abs(pitch) > MOST_PITCH) return false;
    return which === 'all' || inKey(note, key);
  };
  const pitches = Array.from({ length: high - low + 1 }, (_, i) => low + i).filter(isWanted);
  const grid = gridOf(resolved, voice);
  return [...new Set([...pitches, ...used])]
    .sort((a, b) => b - a)
    .map((pitch) => ({
      key: rowKey(voice.id, pitch),
      voice,
      pitch,
      name: noteName(Math.min(127, Math.max(0, voice.note + pitch)), key),
      detail: pitch === 0 ? gridName(grid) : '',
      family: voice.family,
      grid,
      isOutside: !inKey(voice.note + pitch, key),
    }));
}

function rowKey(voice: Id, pitch: number): string {
  return `${voice} ${pitch}`;
}

function feelName(grid: Grid, swing: Swing, share: number): string {
  return isTuplet(grid) || swing.amount === 50 || share === 0 ? gridName(grid) : `${gridName(grid)}, swung`;
}

/** The velocity of a hit that is placed without saying how hard. */
export const USUAL_VELOCITY = 96;
/** And of a ghost note. */
export const GHOST_VELOCITY = 34;

/** A new hit on a row, half a grid step long on drums and a whole one on notes. */
export function newHit(row: Row, at: number): Hit {
  const length = usualLength(row.grid, row.family === 'note');
  return { voice: row.voice.id, at, velocity: USUAL_VELOCITY, length, offsetMs: 0, pitch: row.pitch };
}

/** The hit nearest to a place of a row, within half a grid step. */
export function hitNear(view: PatternView, row: Row, at: number, sounds = false): PlacedHit | null {
  const reach = gridTicks(row.grid) / 2;
  const near = view.hits
    .filter((one) => one.row === row.key && Math.abs(one.hit.at - at) < reach)
    .filter((one) => !sounds || one.hit.origin !== 'silenced')
    .sort((a, b) => Math.abs(a.hit.at - at) - Math.abs(b.hit.at - at) || silence(a) - silence(b));
  return near[0] ?? null;
}

/** 1 for a silent hit, 0 for one that sounds. */
export const silence = ({ hit }: PlacedHit) => (hit.origin === 'silenced' ? 1 : 0);

/** Free ones among some places of a row: no hit sounds within half a grid step. */
export function freePlaces(view: PatternView, row: Row, places: readonly number[]): number[] {
  return places.filter((at) => !hitNear(view, row, at, true));
}
