import { bassNote } from './bass.ts';
import { sweep, type Samples } from './dsp.ts';
import { KITS, USUAL_KIT_ID, type KitId } from './kits/data.ts';
import { DRUM_SOUNDS } from './kits/sounds.ts';

/** The names of all sounds that can be rendered. */
export const SOUND_NAMES: readonly string[] = [...DRUM_SOUNDS, 'bass'];

/** How long a held note sounds at the most, in seconds. */
export const LONGEST_NOTE = 6;
/** The loudest sample of a rendered sound, which leaves room for several at once. */
const PEAK = 0.9;
/** Drums are rendered soft, middle and hard; a stroke is played by the nearest, at its own level. */
export const LAYERS = [0.2, 0.6, 1] as const;

/** The layer (an index of LAYERS) that plays a velocity 1..127. */
export function layerFor(velocity: number): number {
  return velocity < 50 ? 0 : velocity < 96 ? 1 : 2;
}

/** The level 0..1 at which a velocity 1..127 is heard: a square law, close to how loudness is felt. */
export function gainFor(velocity: number): number {
  return (velocity / 127) ** 2;
}

/**
 * Renders a sound of a kit by its name at `rate` hertz, peak at 0.9. Notes (the bass) want a MIDI note; drums ignore it,
 * and the bass is the same in every kit.
 * Throws RangeError for a name that is none.
 */
export function renderSound(
  name: string,
  rate: number,
  layer: number,
  note: number,
  kit: KitId = USUAL_KIT_ID,
): Samples {
  const hard = LAYERS[layer] ?? 1;
  if (name === 'bass') return normalised(bassNote(rate, note, LONGEST_NOTE, hard), rate);
  const sound = DRUM_SOUNDS.find((one) => one === name);
  if (!sound) throw new RangeError(`There is no sound called ${name}.`);
  return normalised(KITS[kit].drums[sound](rate, hard), rate);
}

/** Whether a sound is held for its note's length, as the bass is, or rings out, as drums do. */
export function isHeld(name: string): boolean {
  return name === 'bass';
}

/** The click: a high one on the bar, a lower one on the beat. */
export function renderClick(rate: number, onBar: boolean): Samples {
  const pitch = onBar ? 1760 : 1175;
  return sweep(rate, 0.05, pitch, pitch, 1, 0.01).map((x) => x * 0.5);
}

function normalised(samples: Samples, rate: number): Samples {
  let peak = 0;
  for (const x of samples) if (x > peak || -x > peak) peak = x < 0 ? -x : x;
  const fade = Math.min(samples.length, Math.round(rate * 0.005));
  return samples.map((x, i) => {
    const left = samples.length - i;
    return (x * PEAK * (left < fade ? left / fade : 1)) / (peak || 1);
  });
}
