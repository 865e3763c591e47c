import {
  barTicks,
  beatTicks,
  ticksToMs,
  type Id,
  type NoteEvent,
  type Timeline,
  type Voice,
} from '@plucky/core';
import { gainFor, isHeld, layerFor } from '@plucky/sound';
import { SoundBank } from './bank.ts';
import { dueBetween, placeAt, runningTick, timeOf, type Clock } from './clock.ts';

/** How far ahead sound is scheduled, in s: more than a busy page ever keeps the timer waiting. */
const AHEAD = 1.5;
/** What is about to start within this time is left alone when an edit comes, in s. */
const TOO_LATE = 0.03;
/** Fade of a note that is ended, in s, short but without a click. */
const RELEASE = 0.025;
/** The first hit comes this long after play is pressed, in s. */
const LEAD = 0.06;

interface Sounding {
  readonly source: AudioBufferSourceNode;
  readonly gain: GainNode;
  readonly start: number;
}

interface Channel {
  readonly gain: GainNode;
  readonly pan: StereoPannerNode;
}

export interface Playing {
  readonly timeline: Timeline;
  readonly loops: boolean;
}

/** Plays timelines over Web Audio, each note at its exact sample. There is one for the whole application. */
export class Player {
  readonly #context = new AudioContext({ latencyHint: 'interactive' });
  readonly #bank = new SoundBank(this.#context);
  readonly #out = this.#context.createDynamicsCompressor();
  readonly #channels = new Map<Id, Channel>();
  readonly #timer = new Worker(new URL('./timer.worker.ts', import.meta.url), { type: 'module' });
  readonly #listeners = new Set<() => void>();
  #voices: ReadonlyMap<Id, Voice> = new Map();
  #heard: (voice: Id) => boolean = () => true;
  #sounding: Sounding[] = [];
  #playing: Playing | null = null;
  #ticks: readonly number[] = [];
  #clock: Clock | null = null;
  #scheduledTo = 0;
  #click = false;

  constructor() {
    this.#out.threshold.value = -8;
    this.#out.ratio.value = 4;
    this.#out.connect(this.#context.destination);
    this.#timer.onmessage = () => this.#schedule();
  }

  get isPlaying(): boolean {
    return this.#clock !== null;
  }

  /** The place within what is played, in ticks, as it is heard now; null when nothing plays. */
  place(): number | null {
    if (!this.#clock) return null;
    return placeAt(this.#clock, this.#context.currentTime - this.#context.outputLatency);
  }

  /** Tells when playing starts or stops. */
  subscribe(listener: () => void): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /** Prepares the sounds of these voices and sets their levels. */
  setVoices(voices: readonly Voice[], notes: ReadonlyMap<Id, ReadonlySet<number>>): void {
    this.#voices = new Map(voices.map((voice) => [voice.id, voice]));
    for (const voice of voices) {
      const { gain, pan } = this.#channelOf(voice.id);
      gain.gain.value = this.#heard(voice.id) ? voice.level / 100 : 0;
      pan.pan.value = voice.pan / 100;
    }
    const wanted = voices.flatMap((voice) =>
      [...(notes.get(voice.id) ?? [voice.note])].map((note) => ({ name: voice.sound, note })),
    );
    void this.#bank.prepare(wanted);
  }

  /** Which voices are heard; takes effect on what sounds already. */
  setHeard(heard: (voice: Id) => boolean): void {
    this.#heard = heard;
    for (const [id, { gain }] of this.#channels) {
      const level = heard(id) ? (this.#voices.get(id)?.level ?? 0) / 100 : 0;
      gain.gain.setTargetAtTime(level, this.#context.currentTime, 0.008);
    }
  }

  setClick(on: boolean): void {
    this.#click = on;
    this.#reschedule();
  }

  async play(playing: Playing, fromTick: number): Promise<void> {
    this.stop();
    await this.#context.resume();
    this.#use(playing);
    this.#clock = clockFor(playing, this.#context.currentTime + LEAD, fromTick);
    this.#scheduledTo = fromTick;
    this.#schedule();
    this.#tell();
  }

  stop(): void {
    if (!this.#clock) return;
    this.#clock = null;
    this.#playing = null;
    const now = this.#context.currentTime;
    for (const one of this.#sounding) endAt(one, now);
    this.#sounding = [];
    this.#tell();
  }

  /**
   * Goes on with another timeline from the same place: after an edit, or with another pattern. The place in the bar is
   * kept, so that what is shorter goes on at the place that it would have reached by looping.
   */
  goOnWith(playing: Playing): void {
    if (!this.#clock || this.#playing?.timeline === playing.timeline) return;
    const now = this.#context.currentTime;
    const place = placeAt(this.#clock, now) ?? 0;
    const early = now < this.#clock.time;
    const tick = playing.timeline.length ? place % playing.timeline.length : 0;
    const clock = clockFor(playing, early ? this.#clock.time : now, early ? this.#clock.tick : tick);
    this.#use(playing);
    this.#clock = clock;
    this.#reschedule();
  }

  /** Plays one stroke at once, for someone who is placing it. */
  async audition(voice: Voice, velocity: number, note = voice.note): Promise<void> {
    await this.#context.resume();
    const time = this.#context.currentTime + 0.005;
    this.#start(voice, note, velocity, time, isHeld(voice.sound) ? time + 0.35 : null);
  }

  #use(playing: Playing): void {
    this.#playing = playing;
    this.#ticks = playing.timeline.events.map((event) => event.tick);
  }

  /** Takes back what has not started, and schedules it anew. */
  #reschedule(): void {
    if (!this.#clock) return;
    const limit = this.#context.currentTime + TOO_LATE;
    for (const one of this.#sounding) if (one.start > limit) one.source.stop(0);
    this.#sounding = this.#sounding.filter((one) => one.start <= limit);
    this.#scheduledTo = Math.max(this.#clock.tick, runningTick(this.#clock, limit));
    this.#schedule();
  }

  #schedule(): void {
    const clock = this.#clock;
    const playing = this.#playing;
    if (!clock || !playing) return;
    const now = this.#context.currentTime;
    if (!clock.loops && runningTick(clock, now) >= clock.length) return this.stop();
    const to = runningTick(clock, now + AHEAD);
    if (to <= this.#scheduledTo) return;
    for (const { index, tick } of dueBetween(this.#ticks, clock, this.#scheduledTo, to)) {
      const event = playing.timeline.events[index];
      if (event) this.#startEvent(event, tick, clock);
    }
    if (this.#click) this.#scheduleClick(playing.timeline, clock, this.#scheduledTo, to);
    this.#scheduledTo = to;
    this.#sounding = this.#sounding.filter((one) => one.start > now - 8);
  }

  #startEvent(event: NoteEvent, tick: number, clock: Clock): void {
    const voice = this.#voices.get(event.voice);
    if (!voice) return;
    const held = isHeld(voice.sound) ? event.tick + event.length : null;
    const stop = event.stopsAt ?? held;
    const ends = stop === null ? null : timeOf(clock, tick + stop - event.tick);
    this.#start(
      voice,
      event.note,
      event.velocity,
      Math.max(timeOf(clock, tick), this.#context.currentTime),
      ends,
    );
  }

  #start(voice: Voice, note: number, velocity: number, time: number, ends: number | null): void {
    const buffer = this.#bank.get(voice.sound, layerFor(velocity), note);
    this.#startBuffer(buffer, gainFor(velocity), time, this.#channelOf(voice.id).gain, ends);
  }

  #startBuffer(buffer: AudioBuffer, level: number, time: number, to: AudioNode, ends: number | null): void {
    const source = new AudioBufferSourceNode(this.#context, { buffer });
    const gain = new GainNode(this.#context, { gain: level });
    source.connect(gain).connect(to);
    source.onended = () => gain.disconnect();
    source.start(time);
    const one: Sounding = { source, gain, start: time };
    if (ends !== null) endAt(one, Math.max(ends, time));
    this.#sounding.push(one);
  }

  #scheduleClick(timeline: Timeline, clock: Clock, from: number, to: number): void {
    const beats = clickPlaces(timeline);
    const ticks = beats.map((beat) => beat.tick);
    for (const { index, tick } of dueBetween(ticks, clock, from, to))
      this.#startBuffer(
        this.#bank.click(beats[index]?.onBar ?? false),
        0.8,
        timeOf(clock, tick),
        this.#out,
        null,
      );
  }

  #channelOf(voice: Id): Channel {
    const known = this.#channels.get(voice);
    if (known) return known;
    const channel = { gain: this.#context.createGain(), pan: this.#context.createStereoPanner() };
    channel.gain.connect(channel.pan).connect(this.#out);
    this.#channels.set(voice, channel);
    return channel;
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

function clockFor({ timeline, loops }: Playing, time: number, tick: number): Clock {
  return { time, tick, tempo: timeline.tempo, length: timeline.length, loops };
}

function endAt({ source, gain }: Sounding, time: number): void {
  gain.gain.setTargetAtTime(0, time, RELEASE / 3);
  source.stop(time + RELEASE * 2);
}

function clickPlaces({ meters, length }: Timeline): { tick: number; onBar: boolean }[] {
  return meters.flatMap(({ tick, meter }, i) => {
    const end = meters[i + 1]?.tick ?? length;
    const beat = beatTicks(meter);
    return Array.from({ length: Math.ceil((end - tick) / beat) }, (_, n) => ({
      tick: tick + n * beat,
      onBar: (n * beat) % barTicks(meter) === 0,
    }));
  });
}

/** A length in minutes and seconds, such as 2 min 11 s. */
export function durationName(ticks: number, tempo: number): string {
  const seconds = Math.round(ticksToMs(ticks, tempo) / 1000);
  return seconds < 60 ? `${seconds} s` : `${Math.floor(seconds / 60)} min ${seconds % 60} s`;
}

let player: Player | null = null;

/** The application's player, made when it is first asked for. */
export function thePlayer(): Player {
  player ??= new Player();
  return player;
}
