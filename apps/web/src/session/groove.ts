import { IN_SLOT, type LayerIn } from '@plucky/core/form';
import type { Clip } from '@plucky/core/pattern';
import type { Counterpart } from '@plucky/core/play';
import type { Id } from '@plucky/core/song';
import { createForSong, useFields } from './song-store.ts';
import { useSession } from './store.ts';

/** Place of the caret in the rows: a row's key and a place in ticks. */
export interface Caret {
  readonly row: string;
  readonly at: number;
}

/**
 * Octaves of notes that are shown below and above the usual ones, and of these the notes of the key, all twelve, or only those
 * that are played.
 */
export interface NoteRange {
  readonly below: number;
  readonly above: number;
  readonly which: 'key' | 'all' | 'played';
}

/** Panels beside the rows: the inspector, or one of the tools. */
export type Panel =
  'chosen' | 'shape' | 'kit' | 'shelf' | 'reference' | 'vary' | 'family' | 'several' | 'compare';

/** State of this sitting in the rows: what is chosen, shown and compared there. */
export interface GrooveSession {
  /** Patterns that are chosen together with the one in view, itself among them; empty when it is alone. */
  readonly patterns: ReadonlySet<Id>;
  /** The pattern that the one in view was dropped on, to follow it if that is taken. */
  readonly proposedParent: Id | null;
  /** Counterpart of the pattern in view, and whether that is heard instead of it. */
  readonly counterpart: Counterpart | null;
  readonly hearsCounterpart: boolean;
  readonly hits: ReadonlySet<Id>;
  readonly caret: Caret | null;
  /** Keys of the rows that are chosen together; empty means the caret's. */
  readonly rows: ReadonlySet<string>;
  /** Copied hits, for pasting into this or another pattern. */
  readonly clip: Clip | null;
  /** Zoom of the rows beside the frame, from 1 to `MOST_ZOOM`. */
  readonly zoom: number;
  /** True while the rows that do not play are shown too. */
  readonly allRows: boolean;
  /** Keys of the rows that were made tall, or small again, by hand. */
  readonly tall: ReadonlyMap<string, boolean>;
  /** Rows of notes that are shown. */
  readonly range: NoteRange;
  /** Panel beside the rows. */
  readonly panel: Panel;
}

export const useGroove = createForSong<GrooveSession>(() => ({
  patterns: new Set(),
  proposedParent: null,
  counterpart: null,
  hearsCounterpart: false,
  hits: new Set(),
  caret: null,
  rows: new Set(),
  clip: null,
  zoom: 1,
  allRows: false,
  tall: new Map(),
  range: { below: 0, above: 0, which: 'key' },
  panel: 'chosen',
}));

/** The named fields of the rows' session; what uses it is drawn anew only when one of them changes. */
export function useGrooveFields<K extends keyof GrooveSession>(
  ...names: readonly K[]
): Pick<GrooveSession, K> {
  return useFields(useGroove, names);
}

/** The tools that go on being useful when another pattern comes into view. */
const STAYING: ReadonlySet<Panel> = new Set(['kit', 'shelf', 'reference', 'family', 'compare']);

export function choosePattern(pattern: Id): void {
  useGroove.setState(({ panel }) => ({
    patterns: new Set(),
    proposedParent: null,
    hearsCounterpart: false,
    hits: new Set(),
    caret: null,
    rows: new Set(),
    panel: STAYING.has(panel) ? panel : 'chosen',
  }));
  useSession.setState({ pattern, loop: null, recording: false });
}

/** Chooses one more pattern together with the one in view, or lets it go again. */
export function choosePatternToo(pattern: Id): void {
  const { pattern: current } = useSession.getState();
  useGroove.setState(({ patterns }) => {
    const next = new Set(patterns);
    if (current && !next.size) next.add(current);
    if (!next.delete(pattern)) next.add(pattern);
    return next.size > 1
      ? { patterns: next, panel: 'several' }
      : { patterns: new Set<Id>(), panel: 'chosen' };
  });
}

/** Opens the family of a pattern with another proposed for it to follow. */
export function proposeParent(pattern: Id, parent: Id): void {
  choosePattern(pattern);
  useGroove.setState({ proposedParent: parent, panel: 'family' });
}

/** Opens a layer of a slot in the rows, to be edited in that slot only. */
export function editInSlot(inSlot: LayerIn): void {
  useSession.setState({ inSlot });
  choosePattern(IN_SLOT);
}

/** Goes from a layer that was edited in its slot only to the pattern `played` there, or to any. */
export function leaveSlot(played: Id | null): void {
  if (useSession.getState().pattern !== IN_SLOT) return;
  useSession.setState({ inSlot: null, pattern: null });
  if (played !== null) choosePattern(played);
}

/** Chooses a row alone, or with those that are chosen already, and puts the caret on it at the place where it stands. */
export function chooseRow(row: string, together = false): void {
  useGroove.setState(({ caret, rows }) => {
    const next = new Set(together ? rows : []);
    if (together && caret && !next.size) next.add(caret.row);
    if (!next.delete(row)) next.add(row);
    return { caret: { row, at: caret?.at ?? 0 }, rows: next, hits: new Set() };
  });
}

export function openPanel(panel: Panel): void {
  useGroove.setState({ panel });
}

/** Opens a tool beside the rows, or closes it when it is open. */
export function togglePanel(panel: Panel): void {
  useGroove.setState(({ panel: open }) => ({ panel: open === panel ? 'chosen' : panel }));
}

/** Hears B instead of A, or A again, where patterns are compared. */
export function switchSides(): void {
  useGroove.setState(({ panel, hearsCounterpart }) =>
    panel === 'compare' ? { hearsCounterpart: !hearsCounterpart } : {},
  );
}

/** Shows the rows that do not play, or folds them away. */
export function toggleAllRows(): void {
  useGroove.setState(({ allRows }) => ({ allRows: !allRows }));
}

/** Makes rows tall, or small again. */
export function setTall(rows: readonly string[], isTall: boolean): void {
  useGroove.setState(({ tall }) => ({
    tall: new Map([...tall, ...rows.map((row) => [row, isTall] as const)]),
  }));
}

/** Shows other rows of notes. */
export function setRange(range: Partial<NoteRange>): void {
  useGroove.setState(({ range: before }) => ({ range: { ...before, ...range } }));
}

/** The closest that rows are looked at. */
export const MOST_ZOOM = 16;

/** Looks closer by a factor, or from farther away, down to where all of the pattern fits. */
export function zoomBy(factor: number): void {
  useGroove.setState(({ zoom }) => ({ zoom: Math.min(MOST_ZOOM, Math.max(1, zoom * factor)) }));
}

export function chooseHits(hits: Iterable<Id>): void {
  useGroove.setState({ hits: new Set(hits) });
}
