import { randomInt } from 'node:crypto';
import { limbsOf } from '@plucky/core/make';
import { type DressFigures, dressFigures, randomSong } from './dress.ts';
import { driveFigures } from './drive.ts';
import { dressFaults, driveFaults, fillFaults, playerFaults, turnFaults } from './faults.ts';
import { atTempo, type FillFigures, fillFigures, type Span, SPANS } from './fills.ts';
import { GROOVE, GROOVES, IN_FOUR } from './grooves.ts';
import { playerFigures } from './player.ts';
import { turnFigures } from './turn-arounds.ts';

/** Tempos of fills beside a groove's own, in quarter notes a minute. */
const TEMPOS = [70, 170];
const fresh = randomInt(1_000, 1_000_000);
const seeds = [...Array.from({ length: 50 }, (_, i) => i + 1), fresh];
console.log(`seeds 1 to 50, and ${fresh}`);

/** Grooves that nobody plays at one of the other tempos. */
const tooFast = new Set<string>();
const faults: string[] = [];
const names = Object.keys(GROOVES);

/** Least, mean and most of a figure. */
function spread(values: readonly number[]): string {
  const mean = values.reduce((sum, one) => sum + one, 0) / Math.max(1, values.length);
  return `${Math.min(...values)} to ${Math.max(...values)}, mean ${mean.toFixed(1)}`;
}

for (const span of Object.keys(SPANS) as Span[]) {
  const all: FillFigures[] = [];
  for (const [i, seed] of seeds.entries()) {
    const name = names[i % names.length] ?? '';
    const song = GROOVES[name];
    if (!song) continue;
    for (const tempo of [null, ...TEMPOS]) {
      const played = tempo === null ? song : atTempo(song, tempo);
      // A fill that keeps the feet of a groove can be no easier than the groove is there.
      if (tempo !== null && limbsOf(played, GROOVE).conflicts.length) {
        tooFast.add(`${name} at ${tempo}`);
        continue;
      }
      const figures = fillFigures(played, GROOVE, span, seed);
      all.push(figures);
      const found = fillFaults(figures, span);
      if (found.length)
        faults.push(`${span}, ${name}, seed ${seed}, ${tempo ?? 'own'} bpm: ${found.join('; ')}`);
    }
  }
  const of = (figure: keyof FillFigures) => spread(all.map((one) => one[figure]));
  console.log(
    `fills of ${span}: rhythms ${of('rhythms')}; kinds ${of('kinds')}; with air ${of('airy')}; playable ${of('playable')}`,
  );
}

console.log(`left out, since the groove itself cannot be played there: ${[...tooFast].join(', ') || 'none'}`);

for (const [name, song] of Object.entries(GROOVES)) {
  const figures = turnFigures(song, GROOVE, 20);
  const found = turnFaults(figures, IN_FOUR.includes(name));
  if (found.length) faults.push(`turn-around, ${name}: ${found.join('; ')}`);
}
console.log(`turn-arounds of ${names.length} grooves by 20 seeds`);

const played = Object.entries(GROOVES).flatMap(([name, song]) =>
  seeds.map((seed) => ({ name, seed, figures: playerFigures(song, GROOVE, seed) })),
);
faults.push(
  ...played.flatMap(({ name, seed, figures }) =>
    playerFaults(figures).map((one) => `player, ${name}, seed ${seed}: ${one}`),
  ),
);
console.log(`strokes of a player: ${played.reduce((sum, { figures }) => sum + figures.strokes, 0)}`);

const driven = Object.entries(GROOVES).map(([name, song]) => ({ name, figures: driveFigures(song, GROOVE) }));
faults.push(
  ...driven.flatMap(({ name, figures }) => driveFaults(figures).map((one) => `drive, ${name}: ${one}`)),
);
console.log(
  `spread left at 150 % drive, in percent: ${spread(driven.map(({ figures }) => Math.round(100 * figures.spread)))}`,
);

const dressed = Array.from({ length: 200 }, (_, i) => dressFigures(randomSong(i), i));
const inAll = (figure: keyof DressFigures) => dressed.reduce((sum, one) => sum + one[figure], 0);
console.log(
  `ends of 200 songs: ${inAll('strong')} of sections, ${inAll('fills')} fills, ${inAll('drops')} drop-outs`,
);
faults.push(...dressFaults(dressed).map((one) => `ends: ${one}`));

for (const one of faults) console.log(`  ${one}`);
console.log(`${faults.length} faults`);
process.exit(faults.length ? 1 : 0);
