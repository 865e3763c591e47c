import type { Motion } from '@plucky/sound';

/** The resonance in dB of a low-pass that lifts nothing. */
const Q_FLAT = 20 * Math.log10(Math.SQRT1_2);

/** The source through a filter and a gain that move with it. */
export function moved(
  context: AudioContext,
  source: AudioBufferSourceNode,
  motion: readonly Motion[],
  time: number,
): AudioNode {
  const filter = new BiquadFilterNode(context, { type: 'lowpass', Q: Q_FLAT });
  const level = new GainNode(context);
  for (const { after, pitch, cutoff, gain } of motion) {
    source.detune.setValueAtTime(pitch * 100, time + after);
    filter.frequency.setValueAtTime(Math.min(cutoff, context.sampleRate / 2), time + after);
    level.gain.setValueAtTime(gain, time + after);
  }
  return source.connect(filter).connect(level);
}
