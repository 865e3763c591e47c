import { occurrencePlaces } from '@plucky/core/form';
import { indexOf, type SongDocument } from '@plucky/core/song';
import { barTicks } from '@plucky/core/time';
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
        const { phraseBars } = indexOf(document).song;
        const at = lineAt(document, place + what.origin, phraseBars);
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

function lineAt(document: SongDocument, tick: number, phraseBars: number) {
  for (const { occurrence, section, start, length } of occurrencePlaces(document)) {
    if (tick < start || tick >= start + length) continue;
    const once = length / occurrence.times;
    const meter = section.meter ?? indexOf(document).song.meter;
    const line = barTicks(meter) * phraseBars;
    const inSection = (tick - start) % once;
    const lineStart = Math.floor(inSection / line) * line;
    return { key: headKey(occurrence.id, lineStart), share: (inSection - lineStart) / line };
  }
  return null;
}
