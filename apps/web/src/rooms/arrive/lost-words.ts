import { type ArrivedFile, type Folded, isFolded, type Unfolded, type Use } from '@plucky/core/fold';
import { FASTEST, LIMITS, messageCount, SLOWEST } from '@plucky/core/song';
import { counted, figure, meterName, plural } from '@plucky/core/time';

/** Number of places named before the rest is only counted. */
const NAMED = 8;

/** The first of many, and how many more there are. */
function listed<T>(all: readonly T[], wordsOf: (one: T) => string): string {
  const more = all.length > NAMED ? ` and ${figure(all.length - NAMED)} more` : '';
  return `${all.slice(0, NAMED).map(wordsOf).join(', ')}${more}`;
}

/** Losses of a file in the song, in words: nothing is dropped unsaid. */
export function lostWords(
  file: ArrivedFile,
  uses: Readonly<Record<string, Use>>,
  { notPlaced }: Pick<Folded, 'notPlaced'>,
  { tempos, meters, otherMessages }: Pick<Unfolded, 'tempos' | 'meters' | 'otherMessages'>,
): string[] {
  const words = notPlaced.map(({ note, hits, bars }) => {
    return `${counted(hits, 'hit')} on note ${note} ${hits === 1 ? 'has' : 'have'} no drum: choose one, or leave ${hits === 1 ? 'it' : 'them'} out (bar ${listed(bars, figure)}).`;
  });
  if (tempos.length)
    words.push(
      `${counted(tempos.length, 'change')} of tempo ${plural(tempos.length, 'is', 'are')} other than in the file (${listed(tempos, ({ bar, tempo }) => `bar ${figure(bar)}: ${figure(tempo)} bpm`)}): a song goes at ${SLOWEST} to ${FASTEST} bpm, and changes at most ${figure(LIMITS.tempos)} times.`,
    );
  if (meters.length)
    words.push(
      `${counted(meters.length, 'bar')} of the file ${plural(meters.length, 'begins', 'begin')} or ${plural(meters.length, 'is', 'are')} counted otherwise in the song (${listed(meters, ({ bar, meter }) => `bar ${figure(bar)}: ${meterName(meter)}`)}).`,
    );
  if (otherMessages)
    words.push(
      `${messageCount(otherMessages)} ${plural(otherMessages, 'is', 'are')} otherwise in the song, or missing: a slot holds at most ${figure(LIMITS.messages)}.`,
    );
  if (file.adrift)
    words.push(
      `${messageCount(file.adrift)} ${plural(file.adrift, 'stays', 'stay')} behind: nothing is played on ${plural(file.adrift, 'its channel', 'their channels')}.`,
    );
  const folded = file.tracks.filter(({ id }) => isFolded(uses[id])).length;
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
