import type { Samples } from './dsp.ts';
import type { KitId } from './kits/kits.ts';
import { type Motion, moveSamples } from './motion.ts';
import { renderSound } from './sounds.ts';
import { gainFor, isHeld, layerFor, swellStart } from './strokes.ts';

/** One note to be rendered: when it starts and, if it is ended, when, in s; velocity 1..127. */
export interface StrokeToRender {
  readonly time: number;
  readonly ends: number | null;
  readonly sound: string;
  readonly kit: KitId;
  readonly note: number;
  readonly velocity: number;
  /** Level 0..1, pan -100 (left) to 100 (right). */
  readonly level: number;
  readonly pan: number;
  /** Semitones by which the sound is tuned. */
  readonly tune: number;
  /** Length of its swell up to its end, in s; null for a struck sound. */
  readonly swells: number | null;
  /** Movements while it sounds; null for none. */
  readonly motion: readonly Motion[] | null;
}

export interface Stereo {
  readonly left: Samples;
  readonly right: Samples;
}

/** Fade of a note that is ended, in s. */
const RELEASE = 0.025;
/** Strokes rendered between two reports of progress. */
const REPORT = 200;
/** Largest level: a louder mix is brought down as a whole, so that nothing is cut off. */
const CEILING = 0.98;

/**
 * Mixes strokes to stereo of `seconds` at `rate` hertz, bit for bit the same each time. `onProgress` hears the share
 * done, 0..1. A mix that would be cut off is brought down as a whole.
 */
export function renderMix(
  strokes: readonly StrokeToRender[],
  seconds: number,
  rate: number,
  onProgress: (share: number) => void = () => undefined,
): Stereo {
  const length = Math.max(1, Math.round(seconds * rate));
  const [left, right] = [new Float32Array(length), new Float32Array(length)];
  const sounds = new Map<string, Samples>();
  strokes.forEach((stroke, i) => {
    const sound = soundOf(stroke, rate, sounds);
    if (!stroke.motion) addStroke(left, right, stroke, sound, rate);
    else {
      const moved = moveSamples(sound, stroke.motion, rate, stroke.tune);
      addStroke(left, right, { ...stroke, tune: 0 }, moved, rate);
    }
    if (i % REPORT === 0) onProgress(i / strokes.length);
  });
  let peak = 0;
  for (const side of [left, right]) for (const x of side) if (Math.abs(x) > peak) peak = Math.abs(x);
  if (peak > CEILING)
    for (const side of [left, right])
      for (let i = 0; i < length; i++) side[i] = ((side[i] ?? 0) * CEILING) / peak;
  onProgress(1);
  return { left, right };
}

function soundOf(
  { sound, kit, velocity, note }: StrokeToRender,
  rate: number,
  known: Map<string, Samples>,
): Samples {
  const layer = layerFor(velocity);
  const key = `${kit} ${sound} ${layer} ${isHeld(sound) ? note : ''}`;
  const samples = known.get(key) ?? renderSound(sound, rate, layer, note, kit);
  known.set(key, samples);
  return samples;
}

/** From its beginning, without a wait. */
const AT_ONCE = { from: 0, after: 0 };

function addStroke(
  left: Samples,
  right: Samples,
  stroke: StrokeToRender,
  samples: Samples,
  rate: number,
): void {
  const swell = stroke.swells === null ? AT_ONCE : swellStart(stroke.swells, samples.length / rate);
  const skipped = Math.round(swell.from * rate);
  const start = Math.round((stroke.time + swell.after) * rate);
  const step = 2 ** (stroke.tune / 12);
  // Equal power: the two sides' squares add up to one wherever the stroke stands.
  const angle = ((Math.min(100, Math.max(-100, stroke.pan)) + 100) / 200) * (Math.PI / 2);
  const level = gainFor(stroke.velocity) * stroke.level;
  const [l, r] = [level * Math.cos(angle), level * Math.sin(angle)];
  const end = stroke.ends === null ? Infinity : Math.max(0, stroke.ends - stroke.time) * rate;
  const count = Math.min(Math.floor((samples.length - skipped) / step), left.length - start);
  for (let i = 0; i < count; i++) {
    const fade = i < end ? 1 : 1 - (i - end) / (RELEASE * rate);
    if (fade <= 0) break;
    const at = skipped + i * step;
    const whole = Math.floor(at);
    const a = samples[whole] ?? 0;
    const x = (a + ((samples[whole + 1] ?? 0) - a) * (at - whole)) * fade;
    left[start + i] = (left[start + i] ?? 0) + x * l;
    right[start + i] = (right[start + i] ?? 0) + x * r;
  }
}
