import { sow } from '@plucky/core/pattern';
import { inTurn, type Outcome, type SongDocument } from '@plucky/core/song';
import type { Row } from '../pattern-view.ts';

/** Sows the same rule on several rows, as one edit. */
export function sowRows(
  document: SongDocument,
  pattern: string,
  rows: readonly Row[],
  rule: Parameters<typeof sow>[2]['rule'],
  velocity: number,
): Outcome {
  return inTurn(
    document,
    'sow',
    rows.map(
      ({ voice, pitch }) =>
        (now) =>
          sow(now, pattern, { voice: voice.id, rule, velocity, pitch }),
    ),
  );
}
