import { type ArrivedTrack, MOST_MESSAGES } from '@plucky/core/fold';
import { counted, figure, plural } from '@plucky/core/time';

/** A number of messages in words. */
export function messageCount(count: number): string {
  return counted(count, 'controller or bend', 'controllers and bends');
}

/** What is kept of the messages of a track beside its notes, in words; only a part of notes keeps them. */
export function keptWords({ messages }: Pick<ArrivedTrack, 'messages'>, isKept: boolean): string {
  return isKept && messages.length ? `, ${messageCount(messages.length)} with them` : '';
}

/** What stays behind of them, in words by its kind; empty where nothing does. */
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
