import { Box, Button, Typography } from '@mui/material';
import { familyOrder } from '@plucky/core/pattern';
import { type Comparison, type Counterpart, liveReference, type Tried } from '@plucky/core/play';
import { indexOf } from '@plucky/core/song';
import { barTicks } from '@plucky/core/time';
import { useMemo } from 'react';
import { choosePattern, useGroove } from '../../../session/groove.ts';
import { capsOf } from '../../../shared/keys/command.ts';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { KeyCap } from '../../../shared/ui/KeyCap.tsx';
import { PatternSelect } from '../../../shared/ui/PatternSelect.tsx';
import { Select } from '../../../shared/ui/Select.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { Unseen } from '../../../shared/ui/Unseen.tsx';
import { usePreviewWhile } from '../../../transport/preview.ts';
import { PATTERN_COMMANDS } from '../actions/groove-commands.ts';
import type { PatternView } from '../pattern-view.ts';
import { SidePanel } from '../SidePanel.tsx';
import { useComparison, useCounterpart } from './comparison.ts';
import { Counts } from './Counts.tsx';
import { OneByOne } from './OneByOne.tsx';

/** The pattern in view held against another one or a reference: heard in turn, counted by row, taken across one by one. */
export function ComparePanel({ view }: { view: PatternView }) {
  const counterpart = useCounterpart(view);
  const comparison = useComparison(view);
  return (
    <SidePanel label="Compare" about="Compare" title={`A: ${view.resolved.pattern.name}`}>
      <With view={view} counterpart={counterpart} />
      {comparison ? (
        <>
          <Hear view={view} comparison={comparison} />
          <Counts view={view} comparison={comparison} />
          <OneByOne view={view} comparison={comparison} />
          {counterpart?.kind === 'pattern' && (
            <Button
              variant="text"
              sx={{ ml: -1 }}
              onClick={() => {
                const { id } = view.resolved.pattern;
                choosePattern(counterpart.pattern);
                useGroove.setState({ counterpart: { kind: 'pattern', pattern: id } });
              }}
            >
              Change sides: {comparison.name} as A
            </Button>
          )}
        </>
      ) : (
        <Typography sx={{ fontSize: TEXT.control, color: color('soft') }}>
          There is no other pattern of this part to compare with yet.
        </Typography>
      )}
    </SidePanel>
  );
}

/** Choice of B: a pattern of the part, or a stretch of bars of an imported reference. */
function With({ view, counterpart }: { view: PatternView; counterpart: Counterpart | null }) {
  const index = indexOf(view.document);
  const { id, part } = view.resolved.pattern;
  const bar = barTicks(view.meter);
  const choose = (next: Counterpart) => useGroove.setState({ counterpart: next, hearsCounterpart: false });
  const value = counterpart?.kind === 'pattern' ? counterpart.pattern : (counterpart?.reference ?? null);
  const reference = index.references.find(
    (one) => counterpart?.kind === 'reference' && one.id === counterpart.reference,
  );
  const end = reference ? Math.max(0, ...liveReference(view.document, reference).notes.map(([at]) => at)) : 0;
  const bars = Math.ceil((end + 1) / bar);
  const span = Math.max(1, Math.ceil(view.length / bar));
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.25, mb: 1.5, mt: 0.5 }}>
      <PatternSelect
        fullWidth
        label="B"
        patterns={familyOrder(index, part).filter((one) => one.pattern.id !== id)}
        value={value}
        extra={index.references.map((one) => ({ value: one.id, label: `${one.name}, imported` }))}
        onChange={(chosenId) => {
          const chosen = index.references.find((one) => one.id === chosenId);
          choose(
            chosen
              ? { kind: 'reference', reference: chosen.id, from: chosen.shift }
              : { kind: 'pattern', pattern: chosenId },
          );
        }}
      />
      {counterpart?.kind === 'reference' && reference && (
        <Select
          fullWidth
          label="Its bars"
          value={Math.floor(counterpart.from / bar)}
          options={Array.from({ length: bars }, (_, i) => ({
            value: i,
            label: span === 1 ? `bar ${i + 1}` : `bars ${i + 1} to ${i + span}`,
          }))}
          onChange={(from) => choose({ ...counterpart, from: from * bar })}
        />
      )}
    </Box>
  );
}

/** A or B, at the same place in the bar; what plays goes on. */
function Hear({ view, comparison }: { view: PatternView; comparison: Comparison }) {
  const hearsB = useGroove((session) => session.hearsCounterpart);
  const { document } = view;
  const { id, name } = view.resolved.pattern;
  const own = useMemo((): Tried => ({ document, scope: { kind: 'pattern', pattern: id } }), [document, id]);
  usePreviewWhile(hearsB ? comparison.heard : own, {
    title: hearsB ? `B: ${comparison.name}, looping` : `A: ${name}, looping`,
    detail: 'B switches, the place stays',
  });
  const hear = (hearsCounterpart: boolean) => useGroove.setState({ hearsCounterpart });
  return (
    <Box
      role="group"
      aria-label="Hear"
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.75, mb: 1.75 }}
    >
      <Choice chosen={!hearsB} onClick={() => hear(false)}>
        <Unseen>Hear </Unseen>A: {name}
      </Choice>
      <Choice chosen={hearsB} onClick={() => hear(true)}>
        <Unseen>Hear </Unseen>B: {comparison.name}
      </Choice>
      <KeyCap>{capsOf(PATTERN_COMMANDS.otherSide)}</KeyCap>
    </Box>
  );
}
