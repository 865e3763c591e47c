import { Box, Button, Typography } from '@mui/material';
import { type Attempt, type Deviation, partForTarget, putRight } from '@plucky/core/plan';
import type { timeMapOf } from '@plucky/core/play';
import type { Reference, SongDocument } from '@plucky/core/song';
import { counted, groupedBy } from '@plucky/core/time';
import { useMemo } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { LongList } from '../../../shared/ui/LongList.tsx';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { differenceWords, placeIn, timeWords } from './difference-words.ts';

type Bars = ReturnType<typeof timeMapOf>;

/** A line of the list: the head of a bar with how much differs in it, or a difference. */
type Line =
  { readonly bar: number; readonly count: number } | { readonly bar: number; readonly one: Deviation };

function linesOf(document: SongDocument, map: Bars, deviations: readonly Deviation[]): readonly Line[] {
  const bars = groupedBy(deviations, ({ tick }) => placeIn(document, map, tick).bar);
  return [...bars].flatMap(([bar, there]): Line[] => [
    { bar, count: there.length },
    ...there.map((one) => ({ bar, one })),
  ]);
}

/** Differences from the target, each a jump to where it is, and put right by a press: one, a bar's, or all. */
export function Differences({
  document,
  map,
  target,
  attempt: { deviations, times },
  onGoTo,
}: {
  document: SongDocument;
  map: Bars;
  target: Reference;
  attempt: Attempt;
  onGoTo: (tick: number) => void;
}) {
  const edit = useEdit();
  const lines = useMemo(() => linesOf(document, map, deviations), [document, map, deviations]);
  const right = (wants: (one: Deviation) => boolean, isAll: boolean) =>
    edit((now) => {
      const part = partForTarget(now, target);
      return part ? putRight(now, { target, part: part.id, wants }, isAll) : null;
    });
  return (
    <>
      {times.map((one) => (
        <Typography key={one.tick} sx={{ fontSize: TEXT.note, color: color('warn') }}>
          {timeWords(document, map, one)}
        </Typography>
      ))}
      {deviations.length > 0 && (
        <Box sx={{ mb: 1 }}>
          <Button
            title="In the pattern what is wrong each time it is played, else in its slot"
            onClick={() => right(() => true, true)}
          >
            Put all right
          </Button>
        </Box>
      )}
      <LongList
        label="What differs"
        count={lines.length}
        height={28}
        sx={{ maxHeight: 360, mb: 1.5 }}
        line={(i) => {
          const line = lines[i];
          if (!line) return null;
          return 'one' in line ? (
            <ListLine
              onGoTo={() => onGoTo(line.one.tick)}
              onRight={() => right((one) => isSame(one, line.one), false)}
              bar={line.bar}
              what={differenceWords(document, map, line.one)}
            />
          ) : (
            <ListLine
              onRight={() => right(({ tick }) => placeIn(document, map, tick).bar === line.bar, false)}
              bar={line.bar}
              what={counted(line.count, 'differs', 'differ')}
            />
          );
        }}
      />
    </>
  );
}

function isSame(a: Deviation, b: Deviation): boolean {
  return a.kind === b.kind && a.tick === b.tick && a.note === b.note;
}

function ListLine({
  bar,
  what,
  onGoTo,
  onRight,
}: {
  bar: number;
  what: string;
  /** Absent for the head of a bar. */
  onGoTo?: () => void;
  onRight: () => void;
}) {
  const whole = `Bar ${bar}${onGoTo ? ', ' : ': '}${what}`;
  return (
    <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 0.5 }}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        {onGoTo ? (
          <QuietButton title="Show it on the sheet" label={whole} onClick={onGoTo}>
            {what}
          </QuietButton>
        ) : (
          <Typography sx={{ fontSize: TEXT.note, fontWeight: 600 }}>{whole}</Typography>
        )}
      </Box>
      <QuietButton title="In its slot only" label={`Put right: ${whole}`} onClick={onRight}>
        put right
      </QuietButton>
    </Box>
  );
}
