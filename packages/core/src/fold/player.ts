import {
  type ChannelState,
  type Layer,
  type Messages,
  messagesOver,
  NO_EDITS,
  plainLayer,
} from '../song/index.ts';
import { hitKey, saysSameHit, type StretchHit } from './content.ts';
import { editsTo, type RowHit } from './edits.ts';
import { type Member, unrolledHits } from './family.ts';
import type { FoldedPart } from './fold-part.ts';
import { fitting, MessageReader, messagesOfMember, saysJust, soundsOn } from './messages.ts';

/** Plays one part slot by slot: which layer makes just its hits. */
export class Player {
  readonly #part: FoldedPart;
  readonly #bases = new Map<string, readonly RowHit[]>();
  readonly #isDrums: boolean;
  readonly #reader: MessageReader;
  #stretch = 0;
  #hit = 0;

  constructor(part: FoldedPart) {
    this.#part = part;
    this.#isDrums = part.isDrums;
    this.#reader = new MessageReader(part.messages);
  }

  /** The layer of a slot from `start` to `stop`, in ticks of the song; slots are asked for in order. */
  layer(start: number, stop: number): Layer | null {
    const { stretches, members, units, rowOf, silent } = this.#part;
    const target: StretchHit[] = [];
    for (let hit = units.hits[this.#hit]; hit && hit.at < stop; hit = units.hits[++this.#hit])
      target.push({ ...hit, at: hit.at - start });
    while ((stretches[this.#stretch + 1]?.at ?? Infinity) <= start) this.#stretch++;
    const stretch = stretches[this.#stretch];
    const member = stretch?.plays ? members[stretch.plays.member] : undefined;
    const state = this.#reader.state.copy();
    const wanted = fitting(this.#reader.between(start, stop));
    if (!stretch?.plays || !member) {
      const isNeeded = wanted.says.length > 0 || soundsOn(state);
      return silent && isNeeded ? { ...plainLayer(silent.id), messages: wanted } : null;
    }
    const from = (stretch.plays.from + start - stretch.at) % member.pattern.length;
    const base = this.#base(stretch.plays.member, member, from, stop - start);
    const quiet = this.#quietRows(base, target);
    const sounding = quiet.length ? base.filter(({ row }) => !quiet.includes(row)) : base;
    const edits = isSameAs(sounding, target) ? NO_EDITS : editsTo(sounding, target, rowOf);
    return {
      pattern: member.pattern.id,
      ...(from ? { start: from } : {}),
      silencedVoices: quiet.map((row) => rowOf(row).voice),
      ...edits,
      ...(this.#saysJust(stretch.plays.member, from, stop - start, wanted, state)
        ? {}
        : { messages: wanted }),
    };
  }

  /** True where a member, from a place in it on, says just what is wanted. */
  #saysJust(nth: number, from: number, length: number, wanted: Messages, state: ChannelState): boolean {
    const { members, messages } = this.#part;
    if (!messages.length) return true;
    const period = members[nth]?.pattern.length ?? length;
    const said = messagesOver(messagesOfMember(members, nth), from, length, period);
    return saysJust(said, length, wanted, state);
  }

  /** The rows that the pattern plays and the slot does not, to be silent as a whole; rows of notes share a voice and cannot. */
  #quietRows(base: readonly RowHit[], target: readonly StretchHit[]): number[] {
    if (!this.#isDrums) return [];
    const there = new Set(target.map(({ row }) => row));
    return [...new Set(base.map(({ row }) => row))].filter((row) => !there.has(row));
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

/** True for hits that are just the wanted ones, as most are. */
function isSameAs(base: readonly RowHit[], target: readonly StretchHit[]): boolean {
  if (base.length !== target.length) return false;
  const byKey = new Map(base.map((hit) => [hitKey(hit), hit]));
  return target.every((hit) => {
    const one = byKey.get(hitKey(hit));
    return one !== undefined && saysSameHit(one, hit);
  });
}
