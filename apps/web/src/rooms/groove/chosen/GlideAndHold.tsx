import { Box } from '@mui/material';
import { noteLength, PPQ } from '@plucky/core/time';
import { withKeys } from '../../../shared/keys/command.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { rangeText } from '../../../shared/ui/range-text.ts';
import { ROW_COMMANDS } from '../actions/groove-commands.ts';
import type { useRowActions } from '../actions/useRowActions.ts';
import type { PlacedHit } from '../pattern-view.ts';

/** The longest glide that the slider reaches, in ticks: a quarter note. */
const LONGEST_GLIDE = PPQ;

/** Ways of the chosen notes of a part of notes into the next: by a glide, or held until it comes. */
export function GlideAndHold({
  hits,
  actions,
}: {
  hits: readonly PlacedHit[];
  actions: ReturnType<typeof useRowActions>;
}) {
  const glides = hits.map(({ hit }) => hit.glide ?? 0);
  return (
    <>
      <Amount
        label="Glide into the next"
        value={Math.round(glides.reduce((sum, one) => sum + one, 0) / hits.length)}
        min={0}
        max={LONGEST_GLIDE}
        step={PPQ / 16}
        text={rangeText(glides, (glide) => (glide ? noteLength(glide) : 'none'))}
        onChange={(glide, gesture) => actions.set(() => ({ glide }), 'glide', gesture)}
      />
      <Box sx={{ mt: 0.5 }}>
        <Choice
          chosen={hits.every(({ hit }) => hit.hold)}
          title={withKeys('Until the next note of its row, past the end of its slot too', ROW_COMMANDS.hold)}
          onClick={() => actions.hold()}
        >
          Hold
        </Choice>
      </Box>
    </>
  );
}
