import { lineLength, occurrencePlaces, phraseLines } from '@plucky/core/form';
import type { SongDocument } from '@plucky/core/song';
import { useCallback, useRef } from 'react';
import { useLatest } from '../../shared/ui/useLatest.ts';
import { usePlayhead } from '../../transport/usePlayhead.ts';
import { useWhatPlays } from '../../transport/useWhatPlays.ts';
import { headKey } from './sheet-lines.ts';

type Keep = (element: HTMLElement | null) => void;

/** Shows the play head on the line that sounds, and tells the line when it is another one; gives the keeper of each line's head. */
export function useSheetPlayhead(
  document: SongDocument,
  onLine: (key: string) => void,
): (key: string) => Keep {
  /** The heads by line, the one that is lit, and the line that was heard last, which the page has followed. */
  const shown = useRef({
    heads: new Map<string, HTMLElement>(),
    keepers: new Map<string, Keep>(),
    lit: null as HTMLElement | null,
    line: '',
  });
  const follow = useLatest(onLine);
  const what = useWhatPlays();
  usePlayhead(
    useCallback(
      (place: number | null) => {
        const { current } = shown;
        if (current.lit) current.lit.style.opacity = '0';
        current.lit = null;
        if (place === null || what?.origin == null) {
          current.line = '';
          return;
        }
        const at = lineAt(document, place + what.origin);
        if (at && at.key !== current.line) {
          // The page stays at the place where playing begins; from there on it follows.
          if (current.line) follow(at.key);
          current.line = at.key;
        }
        const head = at && current.heads.get(at.key);
        if (!head) return;
        head.style.opacity = '1';
        head.style.left = `${at.share * 100}%`;
        current.lit = head;
      },
      [document, what, follow],
    ),
  );
  return useCallback((key) => {
    const { heads, keepers } = shown.current;
    const known = keepers.get(key);
    if (known) return known;
    const keep: Keep = (element) => {
      if (element) heads.set(key, element);
      else heads.delete(key);
    };
    keepers.set(key, keep);
    return keep;
  }, []);
}

function lineAt(document: SongDocument, tick: number) {
  for (const { occurrence, section, start, length } of occurrencePlaces(document)) {
    if (tick < start || tick >= start + length) continue;
    const once = length / occurrence.times;
    const inSection = (tick - start) % once;
    const line = phraseLines(document, section).findLast((one) => one.start <= inSection);
    if (!line) return null;
    const share = (inSection - line.start) / lineLength(document, section);
    return { key: headKey(occurrence.id, line.start), share };
  }
  return null;
}
