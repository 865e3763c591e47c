import { type ArrivedTrack, MOST_MESSAGES } from '@plucky/core/fold';
import { messageCount } from '@plucky/core/song';
import { counted, figure, plural } from '@plucky/core/time';

/** Words for the messages of a track that are kept; only a part of notes keeps them. */
export function keptWords({ messages }: Pick<ArrivedTrack, 'messages'>, isKept: boolean): string {
  return isKept && messages.length ? `, ${messageCount(messages.length)} with them` : '';
}

/** Words for those that stay behind, by their kind; empty where none do. */
export function leftWords(
  { messages, left }: Pick<ArrivedTrack, 'messages' | 'left'>,
  isKept: boolean,
): string[] {
  const { keyPressures, tooMany, late } = left;
  const stay = (count: number, words: string, why = '') =>
    count ? [`${words} ${plural(count, 'stays', 'stay')} behind${why}`] : [];
  const others = isKept ? 0 : messages.length + tooMany + late;
  return [
    ...stay(others, messageCount(others)),
    ...stay(keyPressures, counted(keyPressures, 'key pressure')),
    ...(isKept
      ? [
          ...stay(tooMany, messageCount(tooMany), `: a song keeps at most ${figure(MOST_MESSAGES)}`),
          ...stay(late, `${messageCount(late)} after the last bar`),
        ]
      : []),
  ];
}
