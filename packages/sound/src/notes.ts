import { bassNote, pitchOf } from './bass.ts';
import { type Samples, samplesOf } from './dsp.ts';

const { sin, exp, min, tanh, PI } = Math;
const TURN = 2 * PI;

/** Plays a note of up to `seconds` at a MIDI note; `hard` 0..1 is how hard it is played. */
type PlayNote = (rate: number, note: number, seconds: number, hard: number) => Samples;

/** Attack of a note without a click, in s. */
const attack = (t: number, seconds: number) => min(1, t / seconds);

/** A deep, plain tone that goes on as long as it is held. */
const sub: PlayNote = (rate, note, seconds, hard) => {
  const w = TURN * pitchOf(note);
  return samplesOf(
    rate,
    seconds,
    (t) => tanh((sin(w * t) + 0.18 * hard * sin(2 * w * t)) * (1 + 0.6 * hard)) * attack(t, 0.006),
  );
};

/** A struck tine: one tone bends the phase of another, less and less, as it rings out. */
const keys: PlayNote = (rate, note, seconds, hard) => {
  const w = TURN * pitchOf(note);
  return samplesOf(rate, seconds, (t) => {
    const bright = (0.5 + 2.4 * hard) * exp(-t * 5);
    const bell = 0.22 * hard * sin(7 * w * t) * exp(-t * 22);
    return (sin(w * t + bright * sin(w * t)) + bell) * exp(-t * 0.9) * attack(t, 0.002);
  });
};

/** A short, bright chord tone of two strings slightly apart, whose upper harmonics go first. */
const stab: PlayNote = (rate, note, seconds, hard) => {
  const w = TURN * pitchOf(note);
  const strings = [0.996, 1.004];
  return samplesOf(rate, seconds, (t) => {
    let sum = 0;
    for (const apart of strings)
      for (let n = 1; n <= 6; n++) sum += (sin(w * apart * n * t) / n) * exp(-t * n * (2.6 - 1.4 * hard));
    return tanh(sum * 0.4) * exp(-t * 1.8) * attack(t, 0.003);
  });
};

/** A hollow, singing tone that goes on, with a vibrato that comes late. */
const lead: PlayNote = (rate, note, seconds, hard) => {
  const pitch = pitchOf(note);
  return samplesOf(rate, seconds, (t) => {
    const vibrato = 0.9 * min(1, t / 0.6) * sin(TURN * 5.4 * t);
    const phase = TURN * pitch * t + vibrato * 0.12;
    let sum = 0;
    for (let n = 1; n <= 9; n += 2) sum += (sin(n * phase) / n) * exp(-t * (n - 1) * (0.5 - 0.35 * hard));
    return sum * attack(t, 0.012);
  });
};

/** Players of notes, by the name of the sound; the same in every kit. */
export const NOTE_PLAYERS: Readonly<Record<string, PlayNote>> = { bass: bassNote, sub, keys, stab, lead };

/** The sounds that are held as long as their notes, and need to be told which note. */
export const NOTE_SOUNDS: readonly string[] = Object.keys(NOTE_PLAYERS);
