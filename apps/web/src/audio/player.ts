import {
  barAt,
  barTicks,
  beatTicks,
  type Id,
  indexOf,
  type NoteEvent,
  type Part,
  secondsAt,
  type SongDocument,
  type Timeline,
  type Voice,
} from '@plucky/core';
import { gainFor, isHeld, isSwell, kitOf, layerFor, type Motion, swellStart } from '@plucky/sound';
import { SoundBank } from './bank.ts';
import { clickPlaces } from './click-places.ts';
import { type Clock, dueBetween, placeAt, runningTick, timeOf } from './clock.ts';
import { heardPan, Mixer } from './mixer.ts';
import { moved } from './moved.ts';
import { endOf, motionOf } from './strokes.ts';

/** How far ahead sound is scheduled, in s: more than a busy page ever keeps the timer waiting. */
const AHEAD = 1.5;
/** What is about to start within this time is left alone when an edit comes, in s. */
const TOO_LATE = 0.03;
/** Fade of a note that is ended, in s, short but without a click. */
const RELEASE = 0.025;
/** The first hit comes this long after play is pressed, in s. */
const LEAD = 0.06;

/** How a buffer is played: level 0..1, pan -1..1, and its speed. */
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
  /** Whether an edit leaves it alone, as it does the clicks of a count-in. */
  readonly stays: boolean;
}

export interface Playing {
  readonly timeline: Timeline;
  readonly loops: boolean;
}

/** Plays timelines over Web Audio, each note at its exact sample. There is one for the whole application. */
export class Player {
  readonly #context = new AudioContext({ latencyHint: 'interactive' });
  readonly #bank = new SoundBank(this.#context);
  readonly mixer = new Mixer(this.#context);
  readonly #timer = new Worker(new URL('./timer.worker.ts', import.meta.url), { type: 'module' });
  readonly #listeners = new Set<() => void>();
  #voices: ReadonlyMap<Id, Voice> = new Map();
  #parts: ReadonlyMap<Id, Part> = new Map();
  #heard: (voice: Id) => boolean = () => true;
  #sounding: Sounding[] = [];
  #playing: Playing | null = null;
  #ticks: readonly number[] = [];
  #clock: Clock | null = null;
  #scheduledTo = 0;
  /** Where it goes on, in ticks of what plays, once a running tick is reached. */
  #cue: { readonly at: number; readonly to: number } | null = null;
  /** What runs until the clock's own time comes, after a cue. */
  #earlier: Clock | null = null;
  #click = false;

  constructor() {
    this.#timer.onmessage = () => this.#schedule();
  }

  get isPlaying(): boolean {
    return this.#clock !== null;
  }

  /** The place within what is played, in ticks, as it is heard now; null when nothing plays. */
  place(): number | null {
    if (!this.#clock) return null;
    const heard = this.#heardTime();
    return placeAt(this.#earlier && heard < this.#clock.time ? this.#earlier : this.#clock, heard);
  }

  /** Where it goes on next, in ticks of what plays; null where it goes straight on. */
  get cuedTo(): number | null {
    return this.#cue?.to ?? null;
  }

  /**
   * Goes on at a place of what plays, in ticks: from the next bar on, or at once at the same place in the bar. A later cue
   * takes the place of an earlier one.
   */
  cue(to: number, when: 'next bar' | 'at once'): void {
    const [clock, playing] = [this.#clock, this.#playing];
    if (!clock || !playing) return;
    const soon = runningTick(clock, this.#context.currentTime + TOO_LATE);
    const { start, meter } = barAt(playing.timeline, soon % clock.length);
    const inBar = (soon % clock.length) - start;
    this.#cue =
      when === 'at once' ? { at: soon, to: to + inBar } : { at: soon - inBar + barTicks(meter), to };
    this.#reschedule();
  }

  /** The audio time of what is heard at this moment; not every browser tells its latency. */
  #heardTime(): number {
    return this.#context.currentTime - (this.#context.outputLatency || 0);
  }

  /** Tells when playing starts or stops. */
  subscribe(listener: () => void): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
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
    void this.#bank.prepare(
      voices.flatMap((voice) =>
        [...(notes.get(voice.id) ?? [])].map((note) => ({
          name: voice.sound,
          note,
          kit: this.#kitOf(voice),
        })),
      ),
    );
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

  setClick(on: boolean): void {
    this.#click = on;
    this.#reschedule();
  }

  /** Plays from a tick, after clicks on `countIn` beats. */
  async play(playing: Playing, fromTick: number, countIn = 0): Promise<void> {
    this.#silence();
    await Promise.all([this.#context.resume(), this.#bank.ready()]);
    this.#use(playing);
    const start = this.#context.currentTime + LEAD;
    const beat = this.#countIn(playing.timeline, start, countIn);
    this.#cue = null;
    this.#earlier = null;
    this.#clock = clockFor(playing, start + countIn * beat, fromTick);
    this.#scheduledTo = fromTick;
    this.#schedule();
    this.#tell();
  }

  /** Clicks the beats before the first bar; returns how long one lasts, in s. */
  #countIn({ meters, tempos }: Timeline, start: number, beats: number): number {
    const meter = meters[0]?.meter;
    if (!meter) return 0;
    const beat = secondsAt(tempos, beatTicks(meter));
    for (let i = 0; i < beats; i++)
      this.#startBuffer(
        this.#bank.click(i % meter.beats === 0),
        COUNT_IN,
        start + i * beat,
        this.mixer.out,
        null,
      );
    return beat;
  }

  /**
   * The running tick that was heard at a moment of the page's clock (ms, as events carry it), counted on through the
   * loops and negative in a count-in; null when nothing plays.
   */
  heardAt(timeStamp: number): number | null {
    if (!this.#clock) return null;
    const ago = Math.max(0, performance.now() - timeStamp) / 1000;
    return runningTick(this.#clock, this.#heardTime() - ago);
  }

  stop(): void {
    if (!this.#clock) return;
    this.#clock = null;
    this.#cue = null;
    this.#earlier = null;
    this.#silence();
    this.#tell();
  }

  /** Ends what sounds and takes back what has not started. */
  #silence(): void {
    this.#playing = null;
    const now = this.#context.currentTime;
    for (const one of this.#sounding) endAt(one, now);
    this.#sounding = [];
  }

  /**
   * Goes on with another timeline: after an edit, or with another pattern. The place in the bar is kept, so that what is
   * shorter goes on at the place that it would have reached by looping; with `from`, ticks of the new one, in that bar of it.
   */
  goOnWith(playing: Playing, from: number | null = null): void {
    if (!this.#clock || this.#playing?.timeline === playing.timeline) return;
    const now = this.#context.currentTime;
    const place = placeAt(this.#clock, now) ?? 0;
    const early = now < this.#clock.time;
    const looped = playing.timeline.length ? place % playing.timeline.length : 0;
    const tick = from === null ? looped : this.#inBarOf(playing.timeline, from, place);
    const clock = clockFor(playing, early ? this.#clock.time : now, early ? this.#clock.tick : tick);
    this.#use(playing);
    this.#clock = clock;
    this.#earlier = null;
    this.#reschedule();
  }

  /** The place in the bar of `from`, as far from its start as a place of what plays is from that of its own bar. */
  #inBarOf(timeline: Timeline, from: number, place: number): number {
    const before = this.#playing ? place - barAt(this.#playing.timeline, place).start : 0;
    const { start, meter } = barAt(timeline, from);
    return Math.min(timeline.length - 1, start + Math.min(before, barTicks(meter) - 1));
  }

  /** Plays one stroke at once, for someone who is placing it. */
  async audition(voice: Voice, velocity: number, note = voice.note): Promise<void> {
    await Promise.all([this.#context.resume(), this.#bank.ready()]);
    const time = this.#context.currentTime + 0.005;
    const ends = isHeld(voice.sound) ? time + 0.35 : null;
    this.#start(voice, { ...PLAIN_STROKE, note, velocity }, time, ends);
  }

  #use(playing: Playing): void {
    this.#playing = playing;
    this.#ticks = playing.timeline.events.map((event) => event.tick);
  }

  /** Takes back what has not started, and schedules it anew. */
  #reschedule(): void {
    if (!this.#clock) return;
    const limit = this.#context.currentTime + TOO_LATE;
    const stays = (one: Sounding) => one.stays || one.start <= limit;
    for (const one of this.#sounding) if (!stays(one)) one.source.stop(0);
    this.#sounding = this.#sounding.filter(stays);
    this.#scheduledTo = Math.max(this.#clock.tick, runningTick(this.#clock, limit));
    this.#schedule();
  }

  #schedule(): void {
    const clock = this.#clock;
    const playing = this.#playing;
    if (!clock || !playing) return;
    const now = this.#context.currentTime;
    if (!clock.loops && runningTick(clock, now) >= clock.length) {
      this.stop();
      return;
    }
    const cue = this.#cue;
    if (cue && runningTick(clock, now + AHEAD) >= cue.at) {
      this.#scheduleUpTo(cue.at, playing, clock);
      this.#earlier = clock;
      this.#clock = clockFor(playing, timeOf(clock, cue.at), cue.to);
      this.#scheduledTo = cue.to;
      this.#cue = null;
    }
    const running = this.#clock ?? clock;
    this.#scheduleUpTo(runningTick(running, now + AHEAD), playing, running);
    this.#sounding = this.#sounding.filter((one) => one.start > now - 8);
  }

  #scheduleUpTo(to: number, playing: Playing, clock: Clock): void {
    if (to <= this.#scheduledTo) return;
    for (const { index, tick } of dueBetween(this.#ticks, clock, this.#scheduledTo, to)) {
      const event = playing.timeline.events[index];
      if (event) this.#startEvent(playing.timeline, event, tick, clock);
    }
    if (this.#click) this.#scheduleClick(playing.timeline, clock, this.#scheduledTo, to);
    this.#scheduledTo = to;
  }

  #startEvent(timeline: Timeline, event: NoteEvent, tick: number, clock: Clock): void {
    const voice = this.#voices.get(event.voice);
    if (!voice) return;
    const stop = endOf(event, voice.sound);
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
    const kit = this.#kitOf(voice);
    const buffer = this.#bank.get({ name: voice.sound, note, kit }, layerFor(velocity));
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

  #scheduleClick(timeline: Timeline, clock: Clock, from: number, to: number): void {
    const beats = clickPlaces(timeline);
    const ticks = beats.map((beat) => beat.tick);
    for (const { index, tick } of dueBetween(ticks, clock, from, to))
      this.#startBuffer(
        this.#bank.click(beats[index]?.onBar ?? false),
        PLAIN,
        timeOf(clock, tick),
        this.mixer.out,
        null,
      );
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

function clockFor({ timeline, loops }: Playing, time: number, tick: number): Clock {
  return { time, tick, tempos: timeline.tempos, length: timeline.length, loops };
}

function endAt({ source, gain }: Sounding, time: number): void {
  gain.gain.setTargetAtTime(0, time, RELEASE / 3);
  source.stop(time + RELEASE * 2);
}

let player: Player | null = null;

/** The application's player, made when it is first asked for. */
export function thePlayer(): Player {
  player ??= new Player();
  return player;
}
