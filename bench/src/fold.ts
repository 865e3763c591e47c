import { arrivedFile, fold, suggestedMap, unfold } from '@plucky/core/fold';
import { readMidi, writeMidi } from '@plucky/core/midi';
import { type Figure, figure, inTurns } from './measure.js';

const [BARS, HITS_A_BAR, RUNS] = [4000, 25, 5];
const ROWS = [36, 38, 42, 42, 46];

/** A linear file of 100,000 hits of which no two bars are alike, as a long performance has them. */
function performance100k(): Uint8Array {
  let state = 7;
  // A plain generator, so that each run of the bench folds the very same file.
  const some = (most: number) => {
    state = (state * 1_103_515_245 + 12_345) % 2 ** 31;
    return state % most;
  };
  const notes = Array.from({ length: BARS * HITS_A_BAR }, (_, i) => {
    const [bar, nth] = [Math.floor(i / HITS_A_BAR), i % HITS_A_BAR];
    const tick = bar * 1920 + nth * 76 + some(12);
    return { tick, length: 40, channel: 9, note: ROWS[nth % ROWS.length] ?? 36, velocity: 60 + some(60) };
  });
  return writeMidi({ format: 1, ppq: 480, tracks: [{ events: [], notes, length: BARS * 1920 }] });
}

/** Folding a file of 100,000 hits and playing it out again, against reading it. */
export async function foldFigures(): Promise<Figure[]> {
  const bytes = performance100k();
  const file = arrivedFile(bytes, 'performance.mid');
  const uses = Object.fromEntries(file.tracks.map(({ id, use }) => [id, use]));
  const options = {
    name: file.name,
    seed: 1,
    uses,
    noteMap: suggestedMap(file),
    tolerance: null,
    swing: null,
  };
  const { document } = fold(file, options);
  const timed = await inTurns(
    {
      'fold 100k hits': () => fold(file, options),
      'play the fold out and compare': () => unfold({ records: { ...document.records } }, file, options),
      'read the same file': () => readMidi(bytes),
    },
    RUNS,
  );
  return [figure(timed, 'fold 100k hits', RUNS), figure(timed, 'play the fold out and compare', RUNS)];
}
