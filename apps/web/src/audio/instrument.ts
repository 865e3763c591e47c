import type { NoteEvent, Timeline } from '@plucky/core/play';
import { type Id, indexOf, type Part, type SongDocument, type Voice } from '@plucky/core/song';
import { gainFor, isHeld, isSwell, kitOf, layerFor, type Motion, swellStart } from '@plucky/sound';
import { SoundBank } from './bank.ts';
import { type Clock, timeOf } from './clock.ts';
import { heardPan, Mixer } from './mixer.ts';
import { moved } from './moved.ts';
import type { SoundClock } from './sound-clock.ts';
import { endOf, motionOf } from './strokes.ts';

/** Fade of a note that is ended, in s, short but without a click. */
const RELEASE = 0.025;
/** Time in which a started sound is known of, in s: longer than any sound lasts. */
const KNOWN = 8;

/** Playing of a buffer: level 0..1, pan -1..1, and its speed. */
interface How {
  readonly level: number;
  readonly pan: number;
  readonly rate: number;
  readonly motion: readonly Motion[] | null;
  readonly stays?: boolean;
  /** From where in the sound, in s. */
  readonly from?: number;
}

const PLAIN: How = { level: 0.8, pan: 0, rate: 1, motion: null };
/** From its beginning, without a wait. */
const AT_ONCE = { from: 0, after: 0 };
const COUNT_IN: How = { ...PLAIN, stays: true };

type Stroke = Pick<NoteEvent, 'note' | 'velocity' | 'pan' | 'tune'> & {
  readonly motion: readonly Motion[] | null;
};
const PLAIN_STROKE = { pan: 0, tune: 0, motion: null };

interface Sounding {
  readonly source: AudioBufferSourceNode;
  readonly gain: GainNode;
  readonly start: number;
  /** True for a sound that an edit leaves alone, such as the clicks of a count-in. */
  readonly stays: boolean;
}

/** The sounds of a song's voices over Web Audio, each started at its exact sample. */
export class Instrument {
  readonly #context: AudioContext;
  readonly #sound: SoundClock;
  readonly #bank: SoundBank;
  readonly mixer: Mixer;
  #voices: ReadonlyMap<Id, Voice> = new Map();
  #parts: ReadonlyMap<Id, Part> = new Map();
  #heard: (voice: Id) => boolean = () => true;
  #sounding: Sounding[] = [];

  constructor(sound: SoundClock) {
    const { context } = sound;
    this.#sound = sound;
    this.#context = context;
    this.#bank = new SoundBank(context);
    this.mixer = new Mixer(context);
  }

  /** To be waited for before anything is played. */
  async ready(): Promise<void> {
    await Promise.all([this.#sound.wake(), this.#bank.ready()]);
  }

  /** Sets the voices of a song, their levels and pans, and the room. */
  setSong(document: SongDocument): void {
    const { parts, voicesOf } = indexOf(document);
    this.#parts = new Map(parts.map((part) => [part.id, part]));
    this.#voices = new Map(parts.flatMap((part) => voicesOf(part.id)).map((voice) => [voice.id, voice]));
    this.#setLevels();
    this.mixer.setRoom(Math.max(0, ...parts.map((part) => part.room ?? 0)) / 100);
  }

  /** Gets the sounds ready that the voices of the song and these events of theirs want. */
  prepare(events: readonly NoteEvent[]): void {
    const voices = [...this.#voices.values()];
    const notes = new Map(voices.map((voice) => [voice.id, new Set([voice.note])]));
    for (const { voice, note } of events) notes.get(voice)?.add(note);
    const sounds = voices.flatMap((voice) =>
      [...(notes.get(voice.id) ?? [])].map((note) => ({ name: voice.sound, note, kit: this.#kitOf(voice) })),
    );
    // A bank that cannot be loaded is told at the press of play.
    this.#bank.prepare(sounds).catch(() => undefined);
  }

  /** Which voices are heard; takes effect on what sounds already. */
  setHeard(heard: (voice: Id) => boolean): void {
    this.#heard = heard;
    this.#setLevels();
  }

  #setLevels(): void {
    for (const voice of this.#voices.values()) {
      const level = this.#heard(voice.id) ? voice.level / 100 : 0;
      this.mixer.set(voice.id, level, heardPan(voice, this.#parts.get(voice.part)) / 100);
    }
  }

  #kitOf(voice: Voice) {
    return kitOf(this.#parts.get(voice.part)?.kit);
  }

  /** Plays one stroke at once, for someone who is placing it. */
  async audition(voice: Voice, velocity: number, note = voice.note): Promise<void> {
    await this.ready();
    if (this.#sound.isSilent) return;
    const time = this.#context.currentTime + 0.005;
    const ends = isHeld(voice.sound) ? time + 0.35 : null;
    this.#start(voice, { ...PLAIN_STROKE, note, velocity }, time, ends);
  }

  /** Makes the sound of an event at once, where it is not made yet. */
  makeReady({ voice: id, note, velocity }: NoteEvent): void {
    const voice = this.#voices.get(id);
    if (voice) this.#soundOf(voice, note, velocity);
  }

  #soundOf(voice: Voice, note: number, velocity: number): AudioBuffer {
    return this.#bank.get({ name: voice.sound, note, kit: this.#kitOf(voice) }, layerFor(velocity));
  }

  /** Plays an event of a timeline where a running tick comes. */
  play(timeline: Timeline, event: NoteEvent, tick: number, clock: Clock): void {
    const voice = this.#voices.get(event.voice);
    if (!voice) return;
    const stop = endOf(timeline, event, voice.sound);
    const ends = stop === null ? null : timeOf(clock, tick + stop - event.tick);
    const stroke = { ...event, motion: motionOf(timeline, event) };
    const time = Math.max(timeOf(clock, tick), this.#context.currentTime);
    const swells = isSwell(voice.sound) ? timeOf(clock, tick + event.length) - time : null;
    this.#start(voice, stroke, time, ends, swells);
  }

  #start(
    voice: Voice,
    stroke: Stroke,
    time: number,
    ends: number | null,
    swells: number | null = null,
  ): void {
    const { note, velocity, pan, tune, motion } = stroke;
    const buffer = this.#soundOf(voice, note, velocity);
    const how = { level: gainFor(velocity), pan: pan / 100, rate: 2 ** (tune / 12), motion };
    const { from, after } = swells === null ? AT_ONCE : swellStart(swells, buffer.duration);
    this.#startBuffer(buffer, { ...how, from }, time + after, this.mixer.inputOf(voice.id), ends);
  }

  #startBuffer(buffer: AudioBuffer, how: How, time: number, to: AudioNode, ends: number | null): void {
    const source = new AudioBufferSourceNode(this.#context, { buffer, playbackRate: how.rate });
    const gain = new GainNode(this.#context, { gain: how.level });
    const last = how.pan ? gain.connect(new StereoPannerNode(this.#context, { pan: how.pan })) : gain;
    if (how.motion) moved(this.#context, source, how.motion, time).connect(gain);
    else source.connect(gain);
    last.connect(to);
    source.onended = () => last.disconnect();
    source.start(time, how.from ?? 0);
    const one: Sounding = { source, gain, start: time, stays: how.stays ?? false };
    if (ends !== null) endAt(one, Math.max(ends, time));
    this.#sounding.push(one);
  }

  /** A click at a time; one of a count-in is left alone by edits. */
  click(onBar: boolean, time: number, isCountIn = false): void {
    this.#startBuffer(this.#bank.click(onBar), isCountIn ? COUNT_IN : PLAIN, time, this.mixer.out, null);
  }

  /** Takes back what has not started by a time. */
  takeBack(limit: number): void {
    const stays = (one: Sounding) => one.stays || one.start <= limit;
    for (const one of this.#sounding) if (!stays(one)) one.source.stop(0);
    this.#sounding = this.#sounding.filter(stays);
  }

  /** Lets go of what is over. */
  forget(now: number): void {
    this.#sounding = this.#sounding.filter((one) => one.start > now - KNOWN);
  }

  /** Ends what sounds and takes back what has not started. */
  silence(): void {
    const now = this.#context.currentTime;
    for (const one of this.#sounding) endAt(one, now);
    this.#sounding = [];
  }
}

function endAt({ source, gain }: Sounding, time: number): void {
  gain.gain.setTargetAtTime(0, time, RELEASE / 3);
  source.stop(time + RELEASE * 2);
}
