import { IN_SLOT, type LayerIn, type SlotAt } from '@plucky/core/form';
import type { Clip } from '@plucky/core/pattern';
import type { Counterpart } from '@plucky/core/play';
import { type Id, indexOf, type Slot, type SongDocument } from '@plucky/core/song';
import { useShallow } from 'zustand/react/shallow';
import { createForSong } from './song-store.ts';

/** Place of the caret in the rows: a row's key and a place in ticks. */
export interface Caret {
  readonly row: string;
  readonly at: number;
}

/** A stretch of a pattern, in ticks. */
export interface Loop {
  readonly from: number;
  readonly to: number;
}

/**
 * How many octaves of notes are shown below and above the usual ones, and of these the notes of the key, all twelve, or only
 * those that are played.
 */
export interface NoteRange {
  readonly below: number;
  readonly above: number;
  readonly which: 'key' | 'all' | 'played';
}

/** Panels beside the rows: the inspector, or one of the tools. */
export type Panel =
  'chosen' | 'shape' | 'kit' | 'shelf' | 'reference' | 'vary' | 'family' | 'several' | 'compare';

export type Reach = 'pattern' | 'slot' | 'section' | 'song';

/** State of this sitting at the desk, and not of the song: it is neither undone nor saved. */
export interface Session {
  readonly pattern: Id | null;
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
  /** The stretch of the pattern that is looped, in ticks. */
  readonly loop: Loop | null;
  /** Zoom of the rows beside the frame, from 1 to `MOST_ZOOM`. */
  readonly zoom: number;
  /** Which rows of notes are shown. */
  readonly range: NoteRange;
  /** Panel beside the rows. */
  readonly panel: Panel;
  /** True while taps are written into the pattern. */
  readonly recording: boolean;
  /** True when a take is asked for; the transport begins it. */
  readonly takeWanted: boolean;
  readonly occurrence: Id | null;
  readonly slot: SlotAt | null;
  /** The place in that slot from which the song is played, in ticks: the beat that was pressed. */
  readonly beat: number;
  /** The layer that is edited in its slot only, while the pattern in view is `IN_SLOT`. */
  readonly inSlot: LayerIn | null;
  /** Slots that are chosen together with that one, itself among them; empty when it is alone. */
  readonly slots: readonly SlotAt[];
  /** The part that alone is drawn on the sheet; null for all of them. */
  readonly partSeen: Id | null;
  /** Slots that were copied, for pasting anywhere on the sheet. */
  readonly copiedSlots: readonly Slot[];
  /** Voices that are not heard, and voices that alone are heard, while listening. */
  readonly mutes: ReadonlySet<Id>;
  readonly solos: ReadonlySet<Id>;
  /** Reach of play, by room: the groove room and the sheet remember their own. */
  readonly reach: Readonly<Record<'groove' | 'sheet', Reach>>;
  /** Reaches that go round; a pattern always does. */
  readonly loops: Readonly<Record<Reach, boolean>>;
  /** True for a pattern that is heard with the other parts. */
  readonly together: boolean;
  readonly click: boolean;
  /** When a section that is pressed while the song plays comes. */
  readonly cues: 'next bar' | 'at once';
  /** True while numbers and letters cue a performance on the sheet. */
  readonly performing: boolean;
  readonly keysShown: boolean;
}

const EMPTY: Session = {
  pattern: null,
  patterns: new Set(),
  proposedParent: null,
  counterpart: null,
  hearsCounterpart: false,
  hits: new Set(),
  caret: null,
  rows: new Set(),
  clip: null,
  loop: null,
  zoom: 1,
  range: { below: 0, above: 0, which: 'key' },
  panel: 'chosen',
  recording: false,
  takeWanted: false,
  occurrence: null,
  slot: null,
  beat: 0,
  inSlot: null,
  slots: [],
  partSeen: null,
  copiedSlots: [],
  mutes: new Set(),
  solos: new Set(),
  reach: { groove: 'pattern', sheet: 'song' },
  loops: { pattern: true, slot: true, section: true, song: false },
  together: false,
  click: false,
  cues: 'next bar',
  performing: false,
  keysShown: false,
};

export const useSession = createForSong<Session>(() => EMPTY);

/** The pattern that was chosen, or the first one while there is none or it is gone. */
export function patternInView(document: SongDocument, chosen: Id | null): Id | null {
  const { parts, patternsOf, pattern } = indexOf(document);
  if (chosen !== null && pattern(chosen)) return chosen;
  return parts.flatMap((part) => patternsOf(part.id))[0]?.id ?? null;
}

/** The tools that go on being useful when another pattern comes into view. */
const STAYING: ReadonlySet<Panel> = new Set(['kit', 'shelf', 'reference', 'family', 'compare']);

export function choosePattern(pattern: Id): void {
  useSession.setState(({ panel }) => ({
    pattern,
    patterns: new Set(),
    proposedParent: null,
    hearsCounterpart: false,
    hits: new Set(),
    caret: null,
    rows: new Set(),
    loop: null,
    recording: false,
    panel: STAYING.has(panel) ? panel : 'chosen',
  }));
}

/** Chooses one more pattern together with the one in view, or lets it go again. */
export function choosePatternToo(pattern: Id): void {
  useSession.setState(({ pattern: current, patterns }) => {
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
  useSession.setState({ proposedParent: parent, panel: 'family' });
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
  useSession.setState(({ caret, rows }) => {
    const next = new Set(together ? rows : []);
    if (together && caret && !next.size) next.add(caret.row);
    if (!next.delete(row)) next.add(row);
    return { caret: { row, at: caret?.at ?? 0 }, rows: next, hits: new Set() };
  });
}

export function openPanel(panel: Panel): void {
  useSession.setState({ panel });
}

/** Opens a tool beside the rows, or closes it when it is open. */
export function togglePanel(panel: Panel): void {
  useSession.setState(({ panel: open }) => ({ panel: open === panel ? 'chosen' : panel }));
}

/** Hears B instead of A, or A again, where patterns are compared. */
export function switchSides(): void {
  useSession.setState(({ panel, hearsCounterpart }) =>
    panel === 'compare' ? { hearsCounterpart: !hearsCounterpart } : {},
  );
}

/** Shows other rows of notes. */
export function setRange(range: Partial<NoteRange>): void {
  useSession.setState(({ range: before }) => ({ range: { ...before, ...range } }));
}

/** The closest that rows are looked at. */
export const MOST_ZOOM = 16;

/** Looks closer by a factor, or from farther away, down to where all of the pattern fits. */
export function zoomBy(factor: number): void {
  useSession.setState(({ zoom }) => ({ zoom: Math.min(MOST_ZOOM, Math.max(1, zoom * factor)) }));
}

export function chooseHits(hits: Iterable<Id>): void {
  useSession.setState({ hits: new Set(hits) });
}

/** Chooses a slot, and the place in it from which the song is played, in ticks. */
export function chooseSlot(slot: SlotAt | null, beat = 0): void {
  useSession.setState({ slot, beat, slots: [], ...(slot ? { occurrence: slot.occurrence } : {}) });
}

/** The slots that are chosen: several, the one that leads, or none. */
export function chosenPlaces({ slot, slots }: Pick<Session, 'slot' | 'slots'>): readonly SlotAt[] {
  return slots.length ? slots : slot ? [slot] : [];
}

const isSameSlot = (one: SlotAt, other: SlotAt) =>
  one.occurrence === other.occurrence && one.slot === other.slot;

/** Chooses one more slot together with those that are chosen, or lets it go again. */
export function chooseSlotToo(slot: SlotAt): void {
  useSession.setState((session) => {
    const before = chosenPlaces(session);
    const next = before.filter((one) => !isSameSlot(one, slot));
    if (next.length === before.length) next.push(slot);
    const last = next.at(-1) ?? null;
    return {
      slots: next.length > 1 ? next : [],
      slot: last,
      ...(last ? { occurrence: last.occurrence } : {}),
    };
  });
}

/** Chooses several slots; the one that leads them goes on doing so where it is one of them. */
export function chooseSlots(slots: readonly SlotAt[]): void {
  useSession.setState(({ slot: lead }) => {
    const first = slots.find((one) => lead && isSameSlot(one, lead)) ?? slots.at(-1) ?? null;
    return {
      slots: slots.length > 1 ? slots : [],
      slot: first,
      ...(first ? { occurrence: first.occurrence } : {}),
    };
  });
}

export function chooseOccurrence(occurrence: Id | null): void {
  useSession.setState({ occurrence, slot: null, slots: [] });
}

export function toggleListening(which: 'mutes' | 'solos', voice: Id): void {
  const next = new Set(useSession.getState()[which]);
  if (!next.delete(voice)) next.add(voice);
  useSession.setState(which === 'mutes' ? { mutes: next } : { solos: next });
}

/** Hears a pattern with the other parts, or alone again. */
export function toggleTogether(): void {
  useSession.setState(({ together }) => ({ together: !together }));
}

export function setReach(room: 'groove' | 'sheet', reach: Reach): void {
  useSession.setState(({ reach: before }) => ({ reach: { ...before, [room]: reach } }));
}

/** Lets what is played of the song go round, or stop at its end. */
export function toggleLoops(reach: Reach): void {
  useSession.setState(({ loops }) => ({ loops: { ...loops, [reach]: !loops[reach] } }));
}

/** True for a voice that is heard, with these mutes and solos. */
export function isHeard(voice: Id, { mutes, solos }: Pick<Session, 'mutes' | 'solos'>): boolean {
  return !mutes.has(voice) && (solos.size === 0 || solos.has(voice));
}

/** The named fields of the session; what uses it is drawn anew only when one of them changes. */
export function useSessionFields<K extends keyof Session>(...names: readonly K[]): Pick<Session, K> {
  return useSession(
    useShallow(
      (session) => Object.fromEntries(names.map((name) => [name, session[name]])) as Pick<Session, K>,
    ),
  );
}
