import { barAt, type Timeline } from '@plucky/core/play';
import type { SongDocument } from '@plucky/core/song';
import { barTicks, beatTicks, secondsAt } from '@plucky/core/time';
import { steadyTimer } from '../shared/with-worker.ts';
import { clickPlaces } from './click-places.ts';
import { type Clock, dueBetween, placeAt, runningTick, timeOf } from './clock.ts';
import { Instrument } from './instrument.ts';
import { SoundClock } from './sound-clock.ts';

/** Time by which sound is scheduled ahead, in s: more than a busy page ever keeps the timer waiting. */
const AHEAD = 1.5;
/** The same on a cable, where what is sent cannot be taken back: only as far as a page is late with its timer. */
const AHEAD_ON_CABLE = 0.2;
/** Time before its start in which a stroke is left alone by an edit, in s. */
const TOO_LATE = 0.03;
/** The interval of the schedule, in ms. */
const TICK = 25;
/** The first hit comes this long after play is pressed, in s. */
const LEAD = 0.06;

export interface Playing {
  readonly timeline: Timeline;
  readonly loops: boolean;
  /** The song that it is of, and where in it it begins, in ticks; null for what stands outside the form. */
  readonly document: SongDocument;
  readonly origin: number | null;
}

/** Output in place of the sounds here, by the clock of the sound. */
export interface Cable {
  /** Begins at a place of the song, in ticks, at a time of the sound, in s. */
  start(place: number, time: number): void;
  /** Says what falls due by a clock up to a time of the sound; by another clock than before, what sounds ends first. */
  feed(playing: Playing, clock: Clock, to: number): void;
  stop(): void;
}

/** Plays timelines over Web Audio, each note at its exact sample. There is one for the whole application. */
export class Player {
  readonly #sound = new SoundClock();
  readonly instrument = new Instrument(this.#sound);
  readonly #listeners = new Set<() => void>();
  #playing: Playing | null = null;
  #ticks: readonly number[] = [];
  #clock: Clock | null = null;
  #scheduledTo = 0;
  /** Place to go on from, in ticks, once a running tick is reached. */
  #cue: { readonly at: number; readonly to: number } | null = null;
  /** Clock that runs until the new one's time comes, after a cue. */
  #earlier: Clock | null = null;
  /** Time at which the first stroke is due: until then the place stands at it, s of the sound. */
  #begins = 0;
  #click = false;
  /** Number of starts and stops: an earlier start that still waits for its sounds does not begin any more. */
  #asked = 0;
  /** The start that waits for its sounds, by that number; null for none. */
  #waits: number | null = null;
  #cable: Cable | null = null;

  constructor() {
    const start = () => new Worker(new URL('./timer.worker.ts', import.meta.url), { type: 'module' });
    steadyTimer(start, () => this.#tick(), TICK);
  }

  get isPlaying(): boolean {
    return this.#clock !== null;
  }

  /** True while it has been asked to play and waits for its sounds. */
  get isBeginning(): boolean {
    return this.#waits === this.#asked;
  }

  /** True while there is no audio device: the place runs by the page's clock. */
  get isSilent(): boolean {
    return this.#sound.isSilent;
  }

  plays(song: SongDocument): boolean {
    return this.isPlaying && this.#playing?.document === song;
  }

  /** The place within what is played, in ticks, as it is heard now; null when nothing plays. */
  place(): number | null {
    if (!this.#clock) return null;
    const heard = Math.max(this.#begins, this.#heardTime());
    return placeAt(this.#earlier && heard < this.#clock.time ? this.#earlier : this.#clock, heard);
  }

  /** Place to go on from next, in ticks; null for straight on. */
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
    const soon = runningTick(clock, this.#sound.now + TOO_LATE);
    const { start, meter } = barAt(playing.timeline, soon % clock.length);
    const inBar = (soon % clock.length) - start;
    this.#cue =
      when === 'at once' ? { at: soon, to: to + inBar } : { at: soon - inBar + barTicks(meter), to };
    this.#reschedule();
  }

  /** The audio time of what is heard at this moment; not every browser tells its latency. */
  #heardTime(): number {
    return this.#sound.now - (this.#sound.context.outputLatency || 0);
  }

  /** Tells when playing starts or stops. */
  subscribe(listener: () => void): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /** Plays on a cable from now on, and the sounds here are silent; null for here. What plays stops. */
  setCable(cable: Cable | null): void {
    this.stop();
    this.#cable = cable;
  }

  /** The moment of the page's clock, in ms, at which a time of the sound is heard. */
  pageTime(time: number): number {
    const { contextTime = 0, performanceTime = 0 } = this.isSilent
      ? {}
      : this.#sound.context.getOutputTimestamp();
    // Before anything has sounded the browser has nothing to say.
    if (!performanceTime) return performance.now() + (time - this.#sound.now) * 1000;
    return performanceTime + (time - contextTime) * 1000;
  }

  /** Goes on so that a running tick is heard at a moment of the page’s clock, in ms, by a tempo of its own. */
  runBy(tempo: number, tick: number, time: number): void {
    if (!this.#clock) return;
    const at = this.#heardTime() + (time - performance.now()) / 1000;
    this.#clock = { ...this.#clock, time: at, tick, tempos: [{ tick: 0, tempo }] };
    this.#earlier = null;
    this.#reschedule();
  }

  setClick(on: boolean): void {
    this.#click = on;
    this.#reschedule();
  }

  /** Plays from a tick, after clicks on `countIn` beats. */
  async play(playing: Playing, fromTick: number, countIn = 0): Promise<void> {
    this.#silence();
    const asked = ++this.#asked;
    this.#waits = asked;
    try {
      await this.instrument.ready();
    } finally {
      if (this.#waits === asked) this.#waits = null;
    }
    if (asked !== this.#asked) return;
    this.#use(playing);
    this.#makeReady(playing, fromTick);
    const start = this.#sound.now + LEAD;
    const beat = this.#countIn(playing.timeline, start, countIn);
    this.#cue = null;
    this.#earlier = null;
    this.#begins = start + countIn * beat;
    this.#clock = clockFor(playing, this.#begins, fromTick);
    this.#scheduledTo = fromTick;
    this.#cable?.start((playing.origin ?? 0) + fromTick, this.#clock.time);
    this.#schedule();
    this.#tell();
  }

  /** Makes the sounds of the first strokes that are not made yet: made when they are due, they would begin late. */
  #makeReady(playing: Playing, fromTick: number): void {
    if (this.#cable || this.isSilent) return;
    const clock = clockFor(playing, 0, fromTick);
    for (const { event } of this.#dueEvents(playing, clock, fromTick, runningTick(clock, AHEAD)))
      this.instrument.makeReady(event);
  }

  /** Clicks the beats before the first bar; returns how long one lasts, in s. */
  #countIn({ meters, tempos }: Timeline, start: number, beats: number): number {
    const meter = meters[0]?.meter;
    if (!meter) return 0;
    const beat = secondsAt(tempos, beatTicks(meter));
    for (let i = 0; i < beats && !this.isSilent; i++)
      this.instrument.click(i % meter.beats === 0, start + i * beat, true);
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
    this.#asked++;
    if (!this.#clock) return;
    this.#clock = null;
    this.#cue = null;
    this.#earlier = null;
    this.#cable?.stop();
    this.#silence();
    this.#tell();
  }

  /** Ends what sounds and takes back what has not started. */
  #silence(): void {
    this.#playing = null;
    this.instrument.silence();
  }

  /**
   * Goes on with another timeline: after an edit, or with another pattern. The place in the bar is kept, so that what is
   * shorter goes on at the place that it would have reached by looping; with `from`, ticks of the new one, in that bar of it.
   */
  goOnWith(playing: Playing, from: number | null = null): void {
    if (!this.#clock || this.#playing?.timeline === playing.timeline) return;
    const now = this.#sound.now;
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

  #use(playing: Playing): void {
    this.#playing = playing;
    this.#ticks = playing.timeline.events.map((event) => event.tick);
  }

  /** Takes back what has not started, and schedules it anew. */
  #reschedule(): void {
    if (!this.#clock) return;
    const limit = this.#sound.now + TOO_LATE;
    this.instrument.takeBack(limit);
    this.#scheduledTo = Math.max(this.#clock.tick, runningTick(this.#clock, limit));
    this.#schedule();
  }

  /** Goes on by the clock that runs, and looks for what falls due. */
  #tick(): void {
    if (!this.#clock) return;
    const jumped = this.#sound.check();
    if (jumped !== null) {
      this.#clock = { ...this.#clock, time: this.#clock.time + jumped };
      this.#earlier = this.#earlier && { ...this.#earlier, time: this.#earlier.time + jumped };
      this.#begins += jumped;
      this.#reschedule();
      this.#tell();
    } else this.#schedule();
  }

  #schedule(): void {
    const clock = this.#clock;
    const playing = this.#playing;
    if (!clock || !playing) return;
    const now = this.#sound.now;
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
    this.#feedCable(playing, now);
    const running = this.#clock ?? clock;
    this.#scheduleUpTo(runningTick(running, now + AHEAD), playing, running);
    this.instrument.forget(now);
  }

  #feedCable(playing: Playing, now: number): void {
    const [cable, clock] = [this.#cable, this.#clock];
    if (!cable || !clock) return;
    const to = now + AHEAD_ON_CABLE;
    // Strokes of the old clock before a cue are not scheduled yet.
    if (this.#earlier) cable.feed(playing, this.#earlier, Math.min(to, clock.time));
    if (!this.#earlier || to > clock.time) cable.feed(playing, clock, to);
  }

  #scheduleUpTo(to: number, playing: Playing, clock: Clock): void {
    if (to <= this.#scheduledTo) return;
    if (!this.#cable && !this.isSilent)
      for (const { event, tick } of this.#dueEvents(playing, clock, this.#scheduledTo, to))
        this.instrument.play(playing.timeline, event, tick, clock);
    if (this.#click && !this.isSilent) this.#scheduleClick(playing.timeline, clock, this.#scheduledTo, to);
    this.#scheduledTo = to;
  }

  /** The events that fall due from running tick `from` up to `to`. */
  #dueEvents({ timeline }: Playing, clock: Clock, from: number, to: number) {
    return dueBetween(this.#ticks, clock, from, to).flatMap(({ index, tick }) => {
      const event = timeline.events[index];
      return event ? [{ event, tick }] : [];
    });
  }

  #scheduleClick(timeline: Timeline, clock: Clock, from: number, to: number): void {
    const beats = clickPlaces(timeline);
    const ticks = beats.map((beat) => beat.tick);
    for (const { index, tick } of dueBetween(ticks, clock, from, to))
      this.instrument.click(beats[index]?.onBar ?? false, timeOf(clock, tick));
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

function clockFor({ timeline, loops }: Playing, time: number, tick: number): Clock {
  return { time, tick, tempos: timeline.tempos, length: timeline.length, loops };
}

let player: Player | null = null;

/** The application's player, made when it is first asked for. */
export function thePlayer(): Player {
  player ??= new Player();
  return player;
}
