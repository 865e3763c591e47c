import {
  backbeatsOf,
  type Family,
  type FollowedHit,
  type Id,
  indexOf,
  type SongDocument,
  type TurnDrums,
  turnDrumsOf,
  type Voice,
} from '../../song/index.ts';
import { barTicks, beatTicks, type Meter } from '../../time/index.ts';
import { feelOf, type ResolvedPattern, soundingOf } from '../resolve.ts';

/** General MIDI drum notes: ride cymbals and bell, and the open hat. */
const RIDES: readonly number[] = [51, 53, 59];
const OPEN_HAT = 46;
/** A stroke of the snare is a ghost note up to this velocity. */
const LOUDEST_GHOST = 60;

/** The material of a step: the drums of the kit that it is about, and what the groove plays on them; places are in ticks. */
export interface VaryKit {
  readonly hat: Voice | undefined;
  readonly openHat: Voice | undefined;
  readonly closedHat: Voice | undefined;
  readonly crash: Voice | undefined;
  readonly ride: Voice | undefined;
  readonly kick: Voice | undefined;
  readonly snare: Voice | undefined;
  readonly rim: Voice | undefined;
  readonly clap: Voice | undefined;
  readonly shaker: Voice | undefined;
  /** All but hats, cymbals and percussion: what carries the beat. */
  readonly drums: readonly Voice[];
  readonly hits: readonly FollowedHit[];
  readonly backbeats: readonly FollowedHit[];
  readonly ghosts: readonly FollowedHit[];
  readonly turn: TurnDrums;
  readonly meter: Meter;
  readonly beat: number;
  readonly bar: number;
  readonly length: number;
}

/** The kit of a drum pattern as steps know it. */
export function varyKit(document: SongDocument, resolved: ResolvedPattern): VaryKit {
  const { pattern } = resolved;
  const { song, voicesOf } = indexOf(document);
  const { meter } = feelOf(document, resolved);
  const voices = voicesOf(pattern.part);
  const hits = soundingOf(resolved);
  const played = (voice: Voice) => hits.filter((hit) => hit.voice === voice.id).length;
  const mostPlayed = (family: Family) =>
    voices.filter((voice) => voice.family === family).sort((a, b) => played(b) - played(a))[0];
  const sound = (name: string) => voices.find((voice) => voice.sound === name);
  const hat = mostPlayed('hat');
  const snare = mostPlayed('snare');
  const carriesTheBeat: readonly Family[] = ['kick', 'snare', 'tom'];
  const turn = turnDrumsOf(voices, song.tempo);
  const backs = new Set(turn.backs);
  const found = backbeatsOf(hits, backs, meter);
  return {
    hat: hat && played(hat) ? hat : undefined,
    openHat: voices.find((voice) => voice.family === 'hat' && voice.note === OPEN_HAT),
    ride: voices.find((voice) => voice.family === 'cymbal' && RIDES.includes(voice.note)),
    kick: mostPlayed('kick'),
    snare: snare && played(snare) ? snare : undefined,
    closedHat: sound('closed-hat'),
    crash: sound('crash'),
    rim: sound('rim'),
    clap: sound('clap'),
    shaker: sound('shaker') ?? sound('tambourine'),
    drums: voices.filter((voice) => carriesTheBeat.includes(voice.family) && played(voice) > 0),
    hits,
    backbeats: hits.filter((hit) => found.has(hit.id)),
    ghosts: hits.filter((hit) => backs.has(hit.voice) && hit.velocity <= LOUDEST_GHOST && !found.has(hit.id)),
    turn,
    meter,
    beat: beatTicks(meter),
    bar: barTicks(meter),
    length: pattern.length,
  };
}

/** True where a row is struck within a 32nd of a place. */
export function isStruck({ hits }: VaryKit, voice: Id, at: number): boolean {
  return hits.some((hit) => hit.voice === voice && Math.abs(hit.at - at) < 120);
}
