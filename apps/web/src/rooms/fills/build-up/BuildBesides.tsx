import { Box } from '@mui/material';
import type { DrumName } from '@plucky/core/pattern';
import type { BuildRecipe, Id, Voice } from '@plucky/core/song';
import { lengthName, type Meter } from '@plucky/core/time';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { signed } from '../../../shared/ui/range-text.ts';
import { namedOptions, Select } from '../../../shared/ui/Select.tsx';
import type { BuildEditor } from './build-ups.ts';

/** Semitones that a doubled row is tuned by at first. */
const OCTAVE = 12;

/** Drums that play besides the stream of a build-up, and where the kick leaves. */
export function BuildBesides({
  voices,
  recipe,
  beat,
  meter,
  rowFor,
  setBuild,
}: {
  voices: readonly Voice[];
  recipe: BuildRecipe;
  beat: number;
  meter: Meter;
  /** The row of a drum, which is added to the kit where it has none. */
  rowFor: (drum: DrumName) => Id;
} & Pick<BuildEditor, 'setBuild'>) {
  const { doubled, riser, subDrop, kickLeaves, under, lasts, silence } = recipe;
  return (
    <>
      {under !== 'nothing' && (
        <Amount
          label="Kick leaves before it"
          value={(kickLeaves ?? 0) / beat}
          min={0}
          max={Math.min(16, (lasts - silence) / beat)}
          step={1}
          text={kickLeaves ? lengthName(kickLeaves, meter) : 'none'}
          onChange={(beats, gesture) => setBuild({ kickLeaves: beats * beat || undefined }, gesture)}
        />
      )}
      <Select
        fullWidth
        label="Doubled by"
        value={doubled?.voice ?? null}
        none={{ label: 'none', choose: () => setBuild({ doubled: undefined }) }}
        options={namedOptions(voices.filter(({ id }) => id !== recipe.voice))}
        onChange={(voice) => setBuild({ doubled: { pitch: OCTAVE, ...doubled, voice } })}
        sx={{ mt: 1, mb: 1 }}
      />
      {doubled && (
        <Amount
          label="Its pitch"
          value={doubled.pitch}
          min={-24}
          max={24}
          text={`${signed(doubled.pitch)} semitones`}
          onChange={(pitch, gesture) => setBuild({ doubled: { ...doubled, pitch } }, gesture)}
        />
      )}
      <Group title="Effects, on rows of their own">
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
          <Choice
            chosen={riser !== undefined}
            title="Noise that rises up to the end of the stream"
            onClick={() => setBuild({ riser: riser === undefined ? rowFor('riser') : undefined })}
          >
            Riser
          </Choice>
          <Choice
            chosen={subDrop !== undefined}
            title="A low note that falls, as the silence begins or on the last beat"
            onClick={() => setBuild({ subDrop: subDrop === undefined ? rowFor('sub-drop') : undefined })}
          >
            Sub drop
          </Choice>
        </Box>
      </Group>
    </>
  );
}
