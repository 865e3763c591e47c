import { Box, Typography } from '@mui/material';
import { type Deviation, type Marks, type Tolerance, USUAL_TOLERANCE } from '@plucky/core/plan';
import { timeMapOf } from '@plucky/core/play';
import { type Reference, setTolerance, type SongDocument } from '@plucky/core/song';
import { counted, figure } from '@plucky/core/time';
import { useMemo } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { Select } from '../../../shared/ui/Select.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { ToolPanel } from '../ToolPanel.tsx';
import { Differences } from './Differences.tsx';
import { NewTarget } from './NewTarget.tsx';
import { Sides } from './Sides.tsx';
import { type Held, targetsOf, toggleTarget, useHolding } from './target-session.ts';

/** Kinds of difference in words, in the order in which they are counted. */
const KINDS: readonly (readonly [Deviation['kind'], string])[] = [
  ['missing', 'missing'],
  ['extra', 'too many'],
  ['moved', 'moved'],
  ['louder', 'too loud'],
  ['softer', 'too soft'],
];

/** The song held against a target: how near it is, and what differs, each a jump to where it is. */
export function TargetPanel({
  document,
  held: { target, attempt },
  onGoTo,
}: {
  document: SongDocument;
  held: Held;
  /** Shows a tick of the song. */
  onGoTo: (tick: number) => void;
}) {
  const targets = targetsOf(document);
  const map = useMemo(() => timeMapOf(document, { kind: 'song' }), [document]);
  const isOnlyChosen = useHolding((state) => state.isOnlyChosen);
  return (
    <ToolPanel
      name="Target"
      title={attempt ? `Notes ${attempt.marks.notes} %` : 'Hold the song against a target'}
      onClose={toggleTarget}
    >
      {!target && (
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft'), mb: 1.5 }}>
          A target is a part of a MIDI file or of another song that this one is to become. It is kept with the
          song, also in its file, for others to build.
        </Typography>
      )}
      {target && targets.length > 1 && (
        <Select
          fullWidth
          label="Target"
          value={target.id}
          options={targets.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(id) => useHolding.setState({ target: id })}
          sx={{ mb: 1 }}
        />
      )}
      {target && !attempt && (
        <Typography sx={{ fontSize: TEXT.plain, color: color('warn'), mb: 1 }}>
          No part of this song plays what {target.name} does.
        </Typography>
      )}
      {attempt && target && (
        <>
          <MarkList marks={attempt.marks} />
          <Typography sx={{ fontSize: TEXT.plain, color: color('soft'), mb: 1 }}>
            {target.name}: {counted(attempt.wanted, 'note')}.{' '}
            {attempt.deviations.length
              ? KINDS.flatMap(([kind, word]) => {
                  const count = attempt.deviations.filter((one) => one.kind === kind).length;
                  return count ? `${figure(count)} ${word}` : [];
                }).join(', ')
              : 'Nothing differs'}
            .
          </Typography>
          <ToleranceFields target={target} />
          <Box sx={{ mb: 1 }}>
            <Choice
              chosen={isOnlyChosen}
              title="Only where the chosen slots are"
              onClick={() => useHolding.setState({ isOnlyChosen: !isOnlyChosen })}
            >
              Only chosen slots
            </Choice>
          </Box>
          <Sides target={target.id} />
          <Differences document={document} map={map} target={target} attempt={attempt} onGoTo={onGoTo} />
        </>
      )}
      <NewTarget document={document} />
    </ToolPanel>
  );
}

/** The marks beside that of the notes. */
function MarkList({ marks: { timing, loudness, form } }: { marks: Marks }) {
  return (
    <Typography
      component="p"
      title="Notes: the right drums within a 32nd, a repeated mistake counted once. Form: bars of which at least half is right."
      sx={{ fontSize: TEXT.control, fontWeight: 600, mb: 0.5 }}
    >
      Timing {timing}&nbsp;%, loudness {loudness}&nbsp;%, form {form}&nbsp;%
    </Typography>
  );
}

/** The tolerance of the target, which is kept in it. */
function ToleranceFields({ target }: { target: Reference }) {
  const edit = useEdit();
  const tolerance = target.tolerance ?? USUAL_TOLERANCE;
  const set = (fields: Partial<Tolerance>, gesture: string | undefined) =>
    edit((now) => setTolerance(now, target.id, { ...tolerance, ...fields }), gesture ?? null);
  return (
    <>
      <Amount
        label="Timing may differ by"
        value={tolerance.ms}
        min={1}
        max={100}
        text={`${tolerance.ms} ms`}
        onChange={(ms, gesture) => set({ ms }, gesture)}
      />
      <Amount
        label="Loudness may differ by"
        value={tolerance.velocity}
        min={1}
        max={64}
        text={figure(tolerance.velocity)}
        onChange={(velocity, gesture) => set({ velocity }, gesture)}
      />
    </>
  );
}
