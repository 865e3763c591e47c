import {
  DRUM_SOUNDS,
  gainFor,
  impulseOf,
  KIT_IDS,
  kitOf,
  layerFor,
  LAYERS,
  NOTE_SOUNDS,
  pitchOf,
  renderClick,
  renderMix,
  renderSound,
  type Samples,
  SOUND_NAMES,
  type StrokeToRender,
  wavOf,
} from './index.ts';

const RATE = 44_100;
const { sin, cos, PI } = Math;

/** Zero crossings a second, a rough measure of brightness. */
function brightness(samples: Samples): number {
  let crossings = 0;
  for (let i = 1; i < samples.length; i++)
    if ((samples[i - 1] ?? 0) < 0 !== (samples[i] ?? 0) < 0) crossings++;
  return (crossings / samples.length) * RATE;
}

function sameBytes(a: Samples, b: Samples): boolean {
  return Buffer.compare(Buffer.from(a.buffer), Buffer.from(b.buffer)) === 0;
}

function energy(samples: Samples, from: number, to: number): number {
  return samples.slice(Math.round(from * RATE), Math.round(to * RATE)).reduce((sum, x) => sum + x * x, 0);
}

test('an unknown kit is played with the usual one', () => {
  expect([kitOf('tin'), kitOf(undefined), kitOf('nothing')]).toEqual(['tin', 'paper', 'paper']);
});

test('there are at least twelve drums, and a sound for every instrument', () => {
  expect(DRUM_SOUNDS.length).toBeGreaterThanOrEqual(12);
  expect(NOTE_SOUNDS).toEqual(['bass', 'sub', 'keys', 'stab', 'lead']);
});

test.each(KIT_IDS.flatMap((kit) => SOUND_NAMES.map((name) => [kit, name] as const)))(
  '%s: %s is heard, keeps in range, starts and ends without a click, and is the same each time',
  (kit, name) => {
    for (const layer of LAYERS.keys()) {
      const samples = renderSound(name, RATE, layer, 41, kit);
      const peak = samples.reduce((most, x) => (x > most ? x : -x > most ? -x : most), 0);
      expect(peak).toBeCloseTo(0.9, 3);
      expect(Math.abs(samples[0] ?? 1)).toBeLessThan(0.3);
      expect(Math.abs(samples.at(-1) ?? 1)).toBeLessThan(0.01);
      expect(sameBytes(renderSound(name, RATE, layer, 41, kit), samples)).toBe(true);
    }
  },
);

/** A rough portrait of a sound: how bright it begins, and how much of it is left after a tenth of a second. */
function portrait(samples: Samples): readonly [number, number] {
  return [brightness(samples.slice(0, 4000)) / 50, Math.log(energy(samples, 0.1, 0.5) + 1e-9)];
}

test.each(KIT_IDS)('no two sounds of the kit %s are alike', (kit) => {
  const prints = SOUND_NAMES.map((name) => {
    const samples = renderSound(name, RATE, 2, 41, kit);
    // Held sounds differ in how long they sing, and in how edged they are.
    const late = Math.log(energy(samples, 2, 3) + 1e-9);
    const edge = samples.slice(1, 4000).reduce((sum, x, i) => sum + Math.abs(x - (samples[i] ?? 0)), 0) / 8;
    return [...portrait(samples), late, edge].map(Math.round).join(' ');
  });
  expect(new Set(prints).size).toBe(prints.length);
});

test('every drum sounds clearly different in every kit', () => {
  for (const name of DRUM_SOUNDS) {
    const [first, second, third] = KIT_IDS.map((kit) => portrait(renderSound(name, RATE, 2, 41, kit)));
    for (const [a, b] of [
      [first, second],
      [first, third],
      [second, third],
    ] as const)
      expect(
        Math.abs((a?.[0] ?? 0) - (b?.[0] ?? 0)) + Math.abs((a?.[1] ?? 0) - (b?.[1] ?? 0)),
      ).toBeGreaterThan(1);
  }
});

test('drums lie where they belong: kick low, hats high, the open one longer', () => {
  const bright = (name: string) => brightness(renderSound(name, RATE, 2, 41).slice(2000, 8000));
  expect(bright('kick')).toBeLessThan(bright('low-tom'));
  expect(bright('low-tom')).toBeLessThan(bright('snare'));
  expect(bright('snare')).toBeLessThan(bright('closed-hat'));
  const tail = (name: string) => energy(renderSound(name, RATE, 2, 41), 0.15, 0.6);
  expect(tail('open-hat')).toBeGreaterThan(10 * tail('closed-hat'));
});

test.each(NOTE_SOUNDS)('%s plays the pitch it is asked for', (name) => {
  const samples = renderSound(name, RATE, 0, 45);
  // The strongest of the candidate pitches by correlation with a sine and a cosine.
  const power = (hz: number) => {
    let [s, c] = [0, 0];
    for (let i = 0; i < RATE; i++) {
      s += (samples[i] ?? 0) * sin((2 * PI * hz * i) / RATE);
      c += (samples[i] ?? 0) * cos((2 * PI * hz * i) / RATE);
    }
    return s * s + c * c;
  };
  const notes = [43, 44, 45, 46, 47];
  expect(notes.sort((a, b) => power(pitchOf(b)) - power(pitchOf(a)))[0]).toBe(45);
});

test('velocity is heard: louder always, and harder strokes use harder layers', () => {
  expect([1, 49, 50, 95, 96, 127].map(layerFor)).toEqual([0, 0, 1, 1, 2, 2]);
  for (let v = 2; v <= 127; v++) expect(gainFor(v)).toBeGreaterThan(gainFor(v - 1));
  expect(gainFor(127)).toBe(1);
});

test('the click on the bar is higher than on the beat, and unknown sounds are refused', () => {
  expect(brightness(renderClick(RATE, true))).toBeGreaterThan(brightness(renderClick(RATE, false)));
  expect(() => renderSound('toString', RATE, 0, 60)).toThrow('no sound called toString');
});

const stroke = (fields: Partial<StrokeToRender> = {}): StrokeToRender => ({
  time: 0.5,
  ends: null,
  sound: 'snare',
  kit: 'paper',
  note: 38,
  velocity: 100,
  level: 0.8,
  pan: 0,
  tune: 0,
  swells: null,
  motion: null,
  ...fields,
});
const firstSound = (samples: Samples) => samples.findIndex((x) => Math.abs(x) > 1e-4);

test('a mix has each stroke at its time, on its side, as loud as it is played', () => {
  const { left, right } = renderMix([stroke({ pan: -100 })], 2, RATE);
  expect(left).toHaveLength(2 * RATE);
  expect(Math.abs(firstSound(left) - RATE / 2)).toBeLessThan(40);
  expect(energy(right, 0, 2)).toBeLessThan(1e-9);
  const soft = renderMix([stroke({ pan: -100, velocity: 97 })], 2, RATE).left;
  expect(energy(soft, 0, 2)).toBeLessThan(energy(left, 0, 2));
});

test('a note that is ended is silent shortly after, a tuned one is brighter, and what leaves the mix is cut', () => {
  const ended = renderMix([stroke({ sound: 'bass', note: 45, ends: 0.8 })], 2, RATE).left;
  expect(energy(ended, 0.5, 0.8)).toBeGreaterThan(0.1);
  expect(energy(ended, 0.83, 2)).toBe(0);
  const tom = (tune: number) =>
    renderMix([stroke({ sound: 'low-tom', tune, time: 0 })], 1, RATE).left.slice(2000, 12_000);
  expect(brightness(tom(12))).toBeGreaterThan(1.6 * brightness(tom(0)));
  expect(renderMix([stroke({ time: 1.9 })], 2, RATE).left).toHaveLength(2 * RATE);
});

test('a mix that would be cut off is brought down as a whole, and tells how far it is', () => {
  const heard: number[] = [];
  const many = Array.from({ length: 500 }, () => stroke({ velocity: 127, level: 1 }));
  const { left } = renderMix(many, 1, RATE, (share) => heard.push(share));
  expect(left.reduce((most, x) => Math.max(most, Math.abs(x)), 0)).toBeCloseTo(0.98, 3);
  expect(heard).toEqual([0, 0.4, 0.8, 1]);
});

test('a WAV file says what it is and holds every sample', () => {
  const bytes = wavOf({ left: new Float32Array([0, 1, -1]), right: new Float32Array([0.5, 2, -2]) }, 48_000);
  const view = new DataView(bytes.buffer);
  expect(String.fromCharCode(...bytes.slice(0, 4), ...bytes.slice(8, 12))).toBe('RIFFWAVE');
  expect([view.getUint32(4, true), view.getUint16(22, true), view.getUint32(24, true)]).toEqual([
    48, 2, 48_000,
  ]);
  expect([0, 1, 2, 3, 4, 5].map((i) => view.getInt16(44 + 2 * i, true))).toEqual([
    0, 16_384, 32_767, 32_767, -32_767, -32_767,
  ]);
});

test('a swell is loudest at its end, and ends with its note however long that is', () => {
  for (const kit of KIT_IDS) {
    const samples = renderSound('swell', RATE, 2, 57, kit);
    const tenth = Math.round(samples.length / 10);
    const loud = (from: number) => samples.slice(from, from + tenth).reduce((sum, x) => sum + x * x, 0);
    expect(loud(samples.length - tenth)).toBeGreaterThan(4 * loud(tenth));
    expect(loud(samples.length - tenth)).toBeGreaterThan(1.5 * loud(5 * tenth));
  }
  for (const swells of [0.5, 1, 3.5]) {
    const { left } = renderMix([stroke({ sound: 'swell', note: 57, time: 0.25, swells })], 5, RATE);
    const last = left.findLastIndex((x) => Math.abs(x) > 0.01);
    expect(last / RATE).toBeCloseTo(0.25 + swells, 1);
  }
});

test('the room answers after the direct sound and fades away', () => {
  const { left, right } = impulseOf(RATE);
  expect(energy(left, 0, 0.008)).toBe(0);
  expect(energy(left, 0.01, 0.1)).toBeGreaterThan(10 * energy(left, 0.5, 0.9));
  expect(sameBytes(left, right)).toBe(false);
});
