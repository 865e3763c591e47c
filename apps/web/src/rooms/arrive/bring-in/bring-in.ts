import {
  addFolded,
  type ArrivedFile,
  type ArrivedTrack,
  cueSheetOf,
  type Extent,
  feelOfFile,
  type FoldOptions,
  rangeForShelf,
  referenceOfTrack,
  suggestedMap,
  type Use,
} from '@plucky/core/fold';
import { type LaidOut, layOutByCues } from '@plucky/core/form';
import { shelfFeel } from '@plucky/core/pattern';
import { partForTarget } from '@plucky/core/plan';
import {
  indexOf,
  inTurn,
  isRefusal,
  keepReference,
  LIMITS,
  type Outcome,
  type Reference,
  type ShelfPattern,
  type SongDocument,
} from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { proxy } from 'comlink';
import { freshId } from '../../../shared/fresh-id.ts';
import type { ChosenBars } from '../BarRange.tsx';
import type { Proposal } from '../fold.worker.ts';
import { inWorker } from '../in-worker.ts';

/** Ways in which a track comes into a song. */
export const WAYS = ['part', 'shelf', 'feel', 'target', 'reference', 'none'] as const;
export type Way = (typeof WAYS)[number];

/** Choices of how a file comes in: the way of each track, by its id, and what belongs to the ways. */
export interface Wishes {
  readonly ways: Readonly<Record<string, Way>>;
  readonly extent: Extent;
  /** True where the cues of the file lay out the song. */
  readonly laysOut: boolean;
  /** Bars of a pattern for the shelf, from 1. */
  readonly range: ChosenBars;
}

/** Content of a file for a song, not yet done: one edit of the song, and patterns for the shelf, with words for each. */
export interface Brought {
  readonly edit: ((document: SongDocument) => Outcome) | null;
  readonly shelf: readonly ShelfPattern[];
  readonly words: readonly string[];
  /** The first pattern of the first part that comes in. */
  readonly first: string | null;
}

/** Works out what comes of a file into a song. Throws an error in words for what cannot come; nothing has come then. */
export async function bringIn(document: SongDocument, file: ArrivedFile, wishes: Wishes): Promise<Brought> {
  const tracks = (way: Way) => file.tracks.filter(({ id }) => wishes.ways[id] === way);
  const parts = await foldedIn(document, file, tracks('part'));
  const references = [...tracks('target'), ...tracks('reference')].map((track) =>
    referenceOfTrack(track, freshId(), file),
  );
  for (const track of tracks('target'))
    if (!partForTarget(document, track.drums ? { drums: true } : {}))
      throw new Error(`No part of this song plays what ${track.name} does. Nothing came in.`);
  const ranges = tracks('shelf').map((track) => rangeOf(document, file, track, wishes.range));
  const feels = tracks('feel').map((track) => feelOf(document, file, track));
  const laidOut = wishes.laysOut ? laidOutBy(document, file) : null;
  const edits = [
    ...(laidOut ? [(now: SongDocument) => laidOutBy(now, file).outcome] : []),
    ...(parts ? [(now: SongDocument) => addFolded(now, parts.document, wishes.extent)] : []),
    ...references.map((reference) => () => keepReference(reference)),
  ];
  // A refusal is said before anything is put on the shelf.
  const tried = inTurn(document, '', edits);
  if (isRefusal(tried)) throw new Error(`${tried.reason} Nothing came in.`);
  return {
    edit: tried ? (now) => inTurn(now, `bring in ${file.name}`, edits) : null,
    shelf: [...ranges, ...feels],
    words: [
      ...(laidOut ? formWords(laidOut, file) : []),
      ...(parts ? partWords(parts) : []),
      ...references.map((reference) => referenceWords(reference, file)),
      ...[...ranges, ...feels].map(({ name }) => `${name} is on the shelf`),
    ],
    first: parts ? (indexOf(parts.document).patternsOf(firstPart(parts))[0]?.id ?? null) : null,
  };
}

/** The options by which tracks are folded for a song: by its swing, with ids that nothing of it has. */
function optionsFor(document: SongDocument, file: ArrivedFile, tracks: readonly ArrivedTrack[]): FoldOptions {
  const { swing, seed } = indexOf(document).song;
  const uses = Object.fromEntries(
    tracks.map(({ id, drums }): [string, Use] => [id, drums ? 'fold' : 'notes']),
  );
  const noteMap = suggestedMap(file);
  return { name: file.name, seed, uses, noteMap, tolerance: null, swing, prefix: `${freshId()}-` };
}

async function foldedIn(
  document: SongDocument,
  file: ArrivedFile,
  tracks: readonly ArrivedTrack[],
): Promise<Proposal['folded'] | null> {
  if (!tracks.length) return null;
  const options = optionsFor(document, file, tracks);
  const { folded } = await inWorker<Proposal>((folder) =>
    folder.fold(
      file,
      options,
      proxy(() => undefined),
    ),
  ).done;
  return folded;
}

const firstPart = ({ document }: Proposal['folded']) => indexOf(document).parts[0]?.id ?? '';

function partWords({ document, notPlaced }: Proposal['folded']): string[] {
  const { parts, patternsOf } = indexOf(document);
  const lost = notPlaced.reduce((sum, { hits }) => sum + hits, 0);
  return [
    ...parts.map(({ id, name }) => `${name} is a part, with ${counted(patternsOf(id).length, 'pattern')}`),
    ...(lost ? [`${counted(lost, 'note')} that no drum is known for stayed behind`] : []),
  ];
}

function laidOutBy(document: SongDocument, file: ArrivedFile): LaidOut {
  const { cues, marks, end } = cueSheetOf(file);
  return layOutByCues(document, cues, marks, end);
}

/** Number of cues named before the rest is only counted. */
const NAMED = 6;

function formWords({ outcome, made, changed, gone, unnamed }: LaidOut, file: ArrivedFile): string[] {
  const sections = (names: readonly string[], what: string) =>
    names.length ? [`${names.join(', ')} ${what}`] : [];
  const places = unnamed.map(({ tick, name }) => {
    const bar = 1 + file.bars.findLastIndex(({ start }) => start <= tick);
    return `${name || 'no name'} in bar ${bar}`;
  });
  return [
    outcome ? `${counted(file.cues.length, 'cue')} lay out the song` : 'The cues lay out the song as it is',
    ...sections(made, made.length === 1 ? 'is new' : 'are new'),
    ...sections(changed, changed.length === 1 ? 'plays otherwise' : 'play otherwise'),
    ...sections(gone, gone.length === 1 ? 'is played no more and gone' : 'are played no more and gone'),
    ...(places.length
      ? [
          `${counted(places.length, 'cue names', 'cues name')} no pattern and ${places.length === 1 ? 'is a rest' : 'are rests'}: ${places.slice(0, NAMED).join(', ')}${places.length > NAMED ? ` and ${places.length - NAMED} more` : ''}`,
        ]
      : []),
  ];
}

function referenceWords({ name, notes }: Reference, file: ArrivedFile): string {
  const all = file.tracks.find((track) => track.name === name)?.notes.length ?? notes.length;
  const left = Math.max(0, all - LIMITS.referenceNotes);
  return `${name} is kept to be held against${left ? `, without its last ${counted(left, 'note')}` : ''}`;
}

function rangeOf(
  document: SongDocument,
  file: ArrivedFile,
  track: ArrivedTrack,
  range: Wishes['range'],
): ShelfPattern {
  const found = rangeForShelf(file, track.id, optionsFor(document, file, [track]), range);
  if ('reason' in found) throw new Error(`${track.name}: ${found.reason} Nothing came in.`);
  return found.pattern;
}

/** The feel of a track by the rows of the song's drums, as a pattern for the shelf. */
function feelOf(document: SongDocument, file: ArrivedFile, track: ArrivedTrack): ShelfPattern {
  const { parts, voicesOf, song } = indexOf(document);
  const part = parts.find(({ type }) => type === (track.drums ? 'drums' : 'notes'));
  const found = part && feelOfFile({ ...file, tracks: [track] }, voicesOf(part.id), song.swing);
  const item = part && found && shelfFeel(document, part.id, found.feel, `Feel of ${track.name}`);
  if (!item) throw new Error(`No row of this song plays what ${track.name} does. Nothing came in.`);
  return item;
}
