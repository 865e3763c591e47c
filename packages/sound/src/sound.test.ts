import {
  gainFor,
  layerFor,
  LAYERS,
  pitchOf,
  renderClick,
  renderSound,
  SOUND_NAMES,
  type Samples,
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

test('there are at least twelve drums and a bass', () => {
  expect(SOUND_NAMES.length).toBeGreaterThanOrEqual(13);
  expect(SOUND_NAMES).toContain('bass');
});

test.each(SOUND_NAMES)(
  '%s is heard, keeps in range, starts and ends without a click, and is the same each time',
  (name) => {
    for (const layer of LAYERS.keys()) {
      const samples = renderSound(name, RATE, layer, 41);
      const peak = samples.reduce((most, x) => (x > most ? x : -x > most ? -x : most), 0);
      expect(peak).toBeCloseTo(0.9, 3);
      expect(Math.abs(samples[0] ?? 1)).toBeLessThan(0.3);
      expect(Math.abs(samples.at(-1) ?? 1)).toBeLessThan(0.01);
      expect(sameBytes(renderSound(name, RATE, layer, 41), samples)).toBe(true);
    }
  },
);

test('no two sounds are alike', () => {
  const prints = SOUND_NAMES.map((name) => {
    const samples = renderSound(name, RATE, 2, 41);
    return `${Math.round(brightness(samples.slice(0, 4000)) / 50)} ${Math.round(Math.log(energy(samples, 0.1, 0.5) + 1e-9))}`;
  });
  expect(new Set(prints).size).toBe(prints.length);
});

test('drums lie where they belong: kick low, hats high, the open one longer', () => {
  const bright = (name: string) => brightness(renderSound(name, RATE, 2, 41).slice(2000, 8000));
  expect(bright('kick')).toBeLessThan(bright('low-tom'));
  expect(bright('low-tom')).toBeLessThan(bright('snare'));
  expect(bright('snare')).toBeLessThan(bright('closed-hat'));
  const tail = (name: string) => energy(renderSound(name, RATE, 2, 41), 0.15, 0.6);
  expect(tail('open-hat')).toBeGreaterThan(10 * tail('closed-hat'));
});

test('the bass plays the pitch it is asked for', () => {
  const samples = renderSound('bass', RATE, 0, 45);
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
