import type { ArrivedFile, Folded, Unfolded, Use } from '@plucky/core/fold';
import { FASTEST, LIMITS, SLOWEST } from '@plucky/core/song';
import { counted, figure } from '@plucky/core/time';

/** Number of bars named before the rest is only counted. */
const NAMED = 8;

/** Losses of a file in the song, in words: nothing is dropped unsaid. */
export function lostWords(
  file: ArrivedFile,
  uses: Readonly<Record<string, Use>>,
  { notPlaced }: Pick<Folded, 'notPlaced'>,
  { tempos }: Pick<Unfolded, 'tempos'>,
): string[] {
  const words = notPlaced.map(({ note, hits, bars }) => {
    const more = bars.length > NAMED ? ` and ${counted(bars.length - NAMED, 'more bar')}` : '';
    return `${counted(hits, 'hit')} on note ${note} ${hits === 1 ? 'has' : 'have'} no drum: choose one, or leave ${hits === 1 ? 'it' : 'them'} out (bar ${bars.slice(0, NAMED).map(figure).join(', ')}${more}).`;
  });
  if (tempos > 0)
    words.push(
      `The file changes its tempo ${counted(tempos, 'time')} beyond what a song has: ${SLOWEST} to ${FASTEST} bpm, at most ${figure(LIMITS.tempos)} times. The nearest there is holds there.`,
    );
  const folded = file.tracks.filter(({ id }) => uses[id] === 'fold' || uses[id] === 'notes').length;
  if (folded > LIMITS.layers)
    words.push(
      `A song has at most ${LIMITS.layers} parts: ${counted(folded - LIMITS.layers, 'track is', 'tracks are')} left out.`,
    );
  if (file.beyond > 0)
    words.push(
      `${counted(file.beyond, 'note lies', 'notes lie')} beyond the longest song that there can be.`,
    );
  return words;
}
