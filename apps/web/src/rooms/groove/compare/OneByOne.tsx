import { Box, Button } from '@mui/material';
import { copyAcross, type HitDifference } from '@plucky/core/pattern';
import type { Comparison } from '@plucky/core/play';
import { inSilentRow, inTurn } from '@plucky/core/song';
import { placeName } from '@plucky/core/time';
import { useMemo } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { freshId } from '../../../shared/fresh-id.ts';
import { Group } from '../../../shared/ui/Group.tsx';
import { LongList } from '../../../shared/ui/LongList.tsx';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { CONTRAST_WORDS } from './CompareMarks.tsx';

/** Every difference, to be taken from B into A. */
export function OneByOne({ view, comparison }: { view: PatternView; comparison: Comparison }) {
  const edit = useEdit();
  const { differences } = comparison;
  const { id } = view.resolved.pattern;
  const known = useMemo(() => new Set(view.hits.map((one) => one.hit.id)), [view.hits]);
  const { shapes } = view.resolved.pattern;
  const isSilent = ({ b }: HitDifference) => b !== null && inSilentRow(shapes, b);
  // A stroke of a roll has no hit of its own to change.
  const takeable = new Set(differences.filter((one) => !isSilent(one) && (!one.a || known.has(one.a.id))));
  if (!differences.length) return null;
  return (
    <Group title="Take from B into A">
      <LongList
        label="Differences"
        count={differences.length}
        height={26}
        sx={{ maxHeight: '40vh' }}
        line={(i) => {
          const one = differences[i];
          if (!one) return null;
          const words = differenceWords(view, one);
          return (
            <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 0.75, fontSize: TEXT.plain, py: 0.15 }}>
              <Box component="span" sx={{ flex: 1, minWidth: 0 }}>
                {words}
                {isSilent(one) && ', in a silent row'}
              </Box>
              {takeable.has(one) && (
                <QuietButton
                  label={`Take ${words}`}
                  onClick={() => edit((now) => copyAcross(now, id, one, freshId()))}
                >
                  Take
                </QuietButton>
              )}
            </Box>
          );
        }}
      />
      {takeable.size > 1 && (
        <Button
          sx={{ mt: 0.75 }}
          onClick={() =>
            edit((now) =>
              inTurn(
                now,
                'take all differences',
                Array.from(takeable, (one) => (next) => copyAcross(next, id, one, freshId())),
              ),
            )
          }
        >
          Take all {takeable.size}
        </Button>
      )}
    </Group>
  );
}

function differenceWords(view: PatternView, { voice, a, b, contrasts }: HitDifference): string {
  const row = view.rows.find((one) => one.voice.id === voice)?.name ?? '';
  const at = placeName((a ?? b)?.at ?? 0, view.meter);
  const what = contrasts.map((contrast) =>
    contrast === 'louder' || contrast === 'softer'
      ? `${a?.velocity} → ${b?.velocity}`
      : contrast === 'moved'
        ? movedWords(view, a, b)
        : CONTRAST_WORDS[contrast].word,
  );
  return `${row} ${at}, ${what.join(', ')}`;
}

function movedWords(view: PatternView, a: HitDifference['a'], b: HitDifference['b']): string {
  if (!a || !b) return 'moved';
  if (a.at !== b.at) return `to ${placeName(b.at, view.meter)}`;
  const ms = Math.round((b.offsetMs - a.offsetMs) * 10) / 10;
  return `${Math.abs(ms)} ms ${ms < 0 ? 'earlier' : 'later'}`;
}
