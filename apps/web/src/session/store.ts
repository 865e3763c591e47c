import type { LayerIn, SlotAt } from '@plucky/core/form';
import { type Id, indexOf, type SongDocument } from '@plucky/core/song';
import type { Grid } from '@plucky/core/time';
import { createForSong, useFields } from './song-store.ts';

/** A stretch of a pattern, in ticks. */
export interface Loop {
  readonly from: number;
  readonly to: number;
}

export type Reach = 'pattern' | 'slot' | 'section' | 'song';

/**
 * State of this sitting that the rooms share, and not of the song: it is neither undone nor saved. What a room alone has is in
 * a store of its own.
 */
export interface Session {
  readonly pattern: Id | null;
  /** The stretch of the pattern that is looped, in ticks. */
  readonly loop: Loop | null;
  /** True while taps are written into the pattern. */
  readonly recording: boolean;
  /** The grid that takes are written on; null for each row's own. */
  readonly takeGrid: Grid | null;
  /** True when a take is asked for; the transport begins it. */
  readonly takeWanted: boolean;
  /** True once the song is asked for from the beat that was pressed, until it plays. */
  readonly beatWanted: boolean;
  readonly occurrence: Id | null;
  /** Occurrences that are chosen together with that one, itself among them; empty when it is alone or slots are chosen. */
  readonly occurrences: readonly Id[];
  readonly slot: SlotAt | null;
  /** The place in that slot from which the song is played, in ticks: the beat that was pressed. */
  readonly beat: number;
  /** The layer that is edited in its slot only, while the pattern in view is `IN_SLOT`. */
  readonly inSlot: LayerIn | null;
  /** Slots that are chosen together with that one, itself among them; empty when it is alone. */
  readonly slots: readonly SlotAt[];
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
  readonly keysShown: boolean;
}

const EMPTY: Session = {
  pattern: null,
  loop: null,
  recording: false,
  takeGrid: null,
  takeWanted: false,
  beatWanted: false,
  occurrence: null,
  occurrences: [],
  slot: null,
  beat: 0,
  inSlot: null,
  slots: [],
  mutes: new Set(),
  solos: new Set(),
  reach: { groove: 'pattern', sheet: 'song' },
  loops: { pattern: true, slot: true, section: true, song: false },
  together: false,
  click: false,
  cues: 'next bar',
  keysShown: false,
};

export const useSession = createForSong<Session>(() => EMPTY);

/** The pattern that was chosen, or the first one while there is none or it is gone. */
export function patternInView(document: SongDocument, chosen: Id | null): Id | null {
  const { parts, patternsOf, pattern } = indexOf(document);
  if (chosen !== null && pattern(chosen)) return chosen;
  return parts.flatMap((part) => patternsOf(part.id))[0]?.id ?? null;
}

/** Chooses a slot, and the place in it from which the song is played, in ticks. */
export function chooseSlot(slot: SlotAt | null, beat = 0): void {
  useSession.setState({
    slot,
    beat,
    slots: [],
    occurrences: [],
    ...(slot ? { occurrence: slot.occurrence } : {}),
  });
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
      occurrences: [],
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
      occurrences: [],
      ...(first ? { occurrence: first.occurrence } : {}),
    };
  });
}

export function chooseOccurrence(occurrence: Id | null): void {
  useSession.setState({ occurrence, occurrences: [], slot: null, slots: [] });
}

/** Chooses several occurrences; the one that leads them goes on doing so where it is one of them. */
export function chooseOccurrences(occurrences: readonly Id[]): void {
  useSession.setState(({ occurrence: lead }) => ({
    occurrence: lead !== null && occurrences.includes(lead) ? lead : (occurrences[0] ?? null),
    occurrences: occurrences.length > 1 ? occurrences : [],
    slot: null,
    slots: [],
  }));
}

/** The occurrences that are chosen: several, the one that leads, or none. */
export function occurrencesChosen({
  occurrence,
  occurrences,
}: Pick<Session, 'occurrence' | 'occurrences'>): readonly Id[] {
  return occurrences.length ? occurrences : occurrence !== null ? [occurrence] : [];
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
  return useFields(useSession, names);
}
