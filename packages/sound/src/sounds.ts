import type { Samples } from './dsp.ts';
import { KIT_DRUMS } from './kits/drums.ts';
import { type KitId, USUAL_KIT_ID } from './kits/kits.ts';
import { DRUM_SOUNDS } from './kits/sounds.ts';
import { NOTE_PLAYERS, NOTE_SOUNDS } from './notes.ts';
import { LAYERS } from './strokes.ts';

/** The names of all sounds that can be rendered. */
export const SOUND_NAMES: readonly string[] = [...DRUM_SOUNDS, ...NOTE_SOUNDS];

/** Longest sound of a held note, in seconds. */
export const LONGEST_NOTE = 6;
/** The loudest sample of a rendered sound, which leaves room for several at once. */
const PEAK = 0.9;
/**
 * Renders a sound of a kit by its name at `rate` hertz, peak at 0.9. What plays notes wants a MIDI note and is the same in every kit;
 * drums ignore it.
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
  const played = Object.hasOwn(NOTE_PLAYERS, name) ? NOTE_PLAYERS[name] : undefined;
  if (played) return normalised(played(rate, note, LONGEST_NOTE, hard), rate);
  const sound = DRUM_SOUNDS.find((one) => one === name);
  if (!sound) throw new RangeError(`There is no sound called ${name}.`);
  return normalised(KIT_DRUMS[kit][sound](rate, hard), rate);
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
