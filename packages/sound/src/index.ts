export * from './sounds.ts';
export type { Samples } from './dsp.ts';
export { pitchOf } from './bass.ts';
export { KIT_IDS, KITS, kitOf, USUAL_KIT_ID, type KitId } from './kits/data.ts';
export { DRUM_SOUNDS, type DrumSound } from './kits/sounds.ts';
export { renderMix, type Stereo, type StrokeToRender } from './render.ts';
export { cutoffOf, gainOfLevel, type Motion } from './motion.ts';
export { wavOf } from './wav.ts';
export { impulseOf } from './room.ts';
