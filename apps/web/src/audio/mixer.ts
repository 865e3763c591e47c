import type { Id, Part, Voice } from '@plucky/core/song';
import { impulseOf } from '@plucky/sound';

interface Channel {
  readonly gain: GainNode;
  readonly pan: StereoPannerNode;
  /** Made when a meter first asks. */
  analyser: AnalyserNode | null;
}

/** Time in which a level follows its slider or a mute, in s: quick, but without a click. */
const GLIDE = 0.008;
const METER_SIZE = 1024;

/** Pan of a voice as it is heard: as the drummer has it, or mirrored for who listens in front of the kit. */
export function heardPan(voice: Pick<Voice, 'pan'>, part: Pick<Part, 'type' | 'seat'> | undefined): number {
  return part?.type === 'drums' && part.seat === 'listener' ? -voice.pan : voice.pan;
}

/** A channel for each voice with its level and pan, meters, and a room that all are heard in. */
export class Mixer {
  readonly #context: AudioContext;
  readonly #out: DynamicsCompressorNode;
  readonly #channels = new Map<Id, Channel>();
  readonly #samples = new Float32Array(METER_SIZE);
  #wet: GainNode | null = null;

  constructor(context: AudioContext) {
    this.#context = context;
    this.#out = new DynamicsCompressorNode(context, { threshold: -8, ratio: 4 });
    this.#out.connect(context.destination);
  }

  /** Output for sounds that belong to no voice, such as the click. */
  get out(): AudioNode {
    return this.#out;
  }

  inputOf(voice: Id): AudioNode {
    return this.#channelOf(voice).gain;
  }

  /** Sets a voice's level 0..1 and pan -1..1. */
  set(voice: Id, level: number, pan: number): void {
    const channel = this.#channelOf(voice);
    const now = this.#context.currentTime;
    channel.gain.gain.setTargetAtTime(level, now, GLIDE);
    channel.pan.pan.setTargetAtTime(pan, now, GLIDE);
  }

  /** Sets the share of the room, 0..1. */
  setRoom(amount: number): void {
    if (!this.#wet && amount === 0) return;
    this.#wet ??= this.#makeRoom();
    this.#wet.gain.setTargetAtTime(amount, this.#context.currentTime, GLIDE);
  }

  /** The loudest sample of a voice in the last moment, 0..1. */
  peakOf(voice: Id): number {
    const channel = this.#channelOf(voice);
    if (!channel.analyser) {
      channel.analyser = new AnalyserNode(this.#context, { fftSize: METER_SIZE });
      channel.gain.connect(channel.analyser);
    }
    channel.analyser.getFloatTimeDomainData(this.#samples);
    return this.#samples.reduce((peak, x) => Math.max(peak, Math.abs(x)), 0);
  }

  #channelOf(voice: Id): Channel {
    const known = this.#channels.get(voice);
    if (known) return known;
    const channel = {
      gain: new GainNode(this.#context),
      pan: new StereoPannerNode(this.#context),
      analyser: null,
    };
    channel.gain.connect(channel.pan).connect(this.#out);
    this.#channels.set(voice, channel);
    return channel;
  }

  #makeRoom(): GainNode {
    const { left, right } = impulseOf(this.#context.sampleRate);
    const buffer = this.#context.createBuffer(2, left.length, this.#context.sampleRate);
    buffer.copyToChannel(left, 0);
    buffer.copyToChannel(right, 1);
    const room = new ConvolverNode(this.#context, { buffer, disableNormalization: true });
    const wet = new GainNode(this.#context, { gain: 0 });
    this.#out.connect(room).connect(wet).connect(this.#context.destination);
    return wet;
  }
}
