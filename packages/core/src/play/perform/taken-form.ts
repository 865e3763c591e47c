import { playedSlots, sectionLength } from '../../form/index.ts';
import {
  cutName,
  type Id,
  indexOf,
  LIMITS,
  nextName,
  type Occurrence,
  omit,
  type Opening,
  type Outcome,
  type Section,
  type Slot,
  type SongDocument,
} from '../../song/index.ts';
import { barTicks } from '../../time/index.ts';
import { type Cue, type Performance, type PlayedSlot, slotsOfCue, withLandings } from './performance.ts';

/** The most times in a row that an occurrence plays its section. */
const MOST_TIMES = 32;

const PERFORMED = 'Performed';

/** A piece of what was performed, as it stands in the form: a section of the song, or one that is made of it. */
type Piece =
  | {
      readonly kind: 'section';
      readonly section: Section;
      readonly times: number;
      /** The cue that it began with. */
      readonly cue: Id;
    }
  | {
      readonly kind: 'made';
      /** The section that it is cut out of; null where more than that plays in it. */
      readonly of: Section | null;
      readonly played: readonly PlayedSlot[];
    };

/**
 * Takes what was performed up to `end` ticks into the form, after the occurrence `after` or at its end: sections that were
 * cued and went through stand there as themselves, as often as they came round; one that was cut becomes a new section, and
 * so do patterns and silence. The form stays on whole bars: what begins within one joins what it began in.
 */
export function placePerformance(
  document: SongDocument,
  performance: Performance,
  end: number,
  after?: Id,
): Outcome {
  const { song, sections } = indexOf(document);
  const pieces = piecesOf(document, performance.cues, end);
  if (!pieces.length) return null;
  const names = sections.map(({ name }) => name);
  const made: Section[] = [];
  const placed = pieces.map((piece, i): Occurrence => {
    const plain = { id: `${performance.occurrence}-${i}`, silencedVoices: [] };
    if (piece.kind === 'section') return { ...plain, section: piece.section.id, times: piece.times };
    const section = sectionOf(piece, `${performance.section}-${i}`, names);
    made.push(section);
    names.push(section.name);
    return { ...plain, section: section.id, times: 1 };
  });
  const most = Math.max(0, ...made.map(({ slots }) => slots.length));
  if (most > LIMITS.slotsOfSection)
    return { reason: `That are ${most} slots, and a section has ${LIMITS.slotsOfSection} at the most.` };
  if (song.form.length + placed.length > LIMITS.form)
    return { reason: `A form has at most ${LIMITS.form} sections.` };
  const found = song.form.findIndex(({ id }) => id === after);
  const form = song.form.toSpliced(found < 0 ? song.form.length : found + 1, 0, ...placed);
  return { label: 'take what was performed', put: [...made, { ...song, form }], remove: [] };
}

function sectionOf(
  { of, played }: Extract<Piece, { kind: 'made' }>,
  id: Id,
  names: readonly string[],
): Section {
  const base = of ? `${cutName(of.name, 70)} cut` : PERFORMED;
  const opening: Opening | undefined = played[0]?.opening;
  return {
    id,
    kind: 'section',
    name: names.includes(base) ? nextName(base, names) : base,
    role: of?.role ?? 'verse',
    slots: withLandings(played),
    ...(opening ? { opening: omit(opening, 'times') } : {}),
  };
}

function piecesOf(document: SongDocument, cues: readonly Cue[], end: number): readonly Piece[] {
  const bar = barTicks(indexOf(document).song.meter);
  const pieces: Piece[] = [];
  const add = (of: Section | null, played: readonly PlayedSlot[]) => {
    if (!played.length) return;
    const last = pieces.at(-1);
    const isWithinBar = last?.kind === 'made' && lengthOf(last.played) % bar !== 0;
    if (last?.kind === 'made' && (isWithinBar || (of === null && last.of === null)))
      pieces.splice(-1, 1, { kind: 'made', of: null, played: [...last.played, ...played] });
    else pieces.push({ kind: 'made', of, played });
  };
  cues.forEach((cue, i) => {
    const length = Math.min(end, cues[i + 1]?.at ?? Infinity) - cue.at;
    const section = cue.plays.kind === 'section' ? indexOf(document).section(cue.plays.section) : undefined;
    const played = slotsOfCue(document, cue, length);
    if (!section) {
      add(null, played);
      return;
    }
    for (const { slots, isWhole } of roundsOf(document, section, played, cue.from ?? 0)) {
      const last = pieces.at(-1);
      const isOnBar = last?.kind !== 'made' || lengthOf(last.played) % bar === 0;
      if (!isWhole || !isOnBar) add(section, slots);
      else if (isOnceMore(last, section, cue.id)) pieces.splice(-1, 1, { ...last, times: last.times + 1 });
      else pieces.push({ kind: 'section', section, times: 1, cue: cue.id });
    }
  });
  return pieces;
}

/** True for a piece that plays a section which can come round once more in it; what opens some rounds only begins anew with a cue. */
function isOnceMore(
  piece: Piece | undefined,
  section: Section,
  cue: Id,
): piece is Extract<Piece, { kind: 'section' }> {
  if (piece?.kind !== 'section' || piece.section !== section) return false;
  return piece.times < MOST_TIMES && (piece.cue === cue || !section.opening?.times);
}

/** The slots that were played of a section, round by round; those that went through its end from its start are whole. */
function roundsOf(
  document: SongDocument,
  section: Section,
  played: readonly PlayedSlot[],
  from: number,
): readonly { readonly slots: readonly PlayedSlot[]; readonly isWhole: boolean }[] {
  const length = sectionLength(section);
  const rounds: PlayedSlot[][] = [];
  let place = from % length;
  for (const one of played) {
    if (place === 0 || !rounds.length) rounds.push([]);
    rounds.at(-1)?.push(one);
    place = (place + one.slot.length) % length;
  }
  const count = playedSlots(document, section).length;
  return rounds.map((slots) => ({
    slots,
    isWhole: slots.length === count && lengthOf(slots) === length,
  }));
}

function lengthOf(played: readonly { readonly slot: Slot }[]): number {
  return played.reduce((sum, { slot }) => sum + slot.length, 0);
}
