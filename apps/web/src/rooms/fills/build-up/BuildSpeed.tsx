import { Box, Button } from '@mui/material';
import { addPoint, changesRate } from '@plucky/core/make';
import { type BuildRecipe, RATES, SPEEDS } from '@plucky/core/song';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choices } from '../../../shared/ui/Choices.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import type { BuildEditor } from './build-ups.ts';
import { rateWords } from './SpeedPane.tsx';

const SPEED_NAMES: Readonly<Record<BuildRecipe['speed'], string>> = {
  'by doubling': 'By doubling',
  smoothly: 'Smoothly',
  'second voice': 'Second voice fades in',
  steady: 'Steady',
};
/** Slowest and fastest rates of the sliders, in hits a beat. */
const SLIDER = { least: RATES.least, most: 16 };

/** Speed of a build-up: the way in which it is gathered, and its rates. */
export function BuildSpeed({
  recipe,
  beat,
  setBuild,
}: { recipe: BuildRecipe; beat: number } & Pick<BuildEditor, 'setBuild'>) {
  const rises = changesRate(recipe.speed);
  // Steps that were set have speeds of their own.
  const hasEnd = rises && !(recipe.speed === 'by doubling' && recipe.points?.length);
  const setRate = (rate: Partial<BuildRecipe['rate']>, gesture: string) =>
    setBuild({ rate: { ...recipe.rate, ...rate } }, gesture);
  return (
    <>
      <Choices
        title="Gathers speed"
        value={recipe.speed}
        options={SPEEDS.map((value) => ({ value, label: SPEED_NAMES[value] }))}
        // Points mean another thing for another way.
        onChange={(speed) => setBuild({ speed, points: undefined })}
      />
      {rises && <Points {...{ recipe, beat, setBuild }} />}
      <Amount
        label={rises ? 'Starts at' : 'Comes at'}
        value={recipe.rate.from}
        min={SLIDER.least}
        max={SLIDER.most}
        step={0.25}
        text={`${rateWords(recipe.rate.from)} a beat`}
        onChange={(from, gesture) => setRate({ from }, gesture)}
      />
      {hasEnd && (
        <Amount
          label="Arrives at"
          value={recipe.rate.to}
          min={SLIDER.least}
          max={SLIDER.most}
          step={0.25}
          text={`${rateWords(recipe.rate.to)} a beat`}
          onChange={(to, gesture) => setRate({ to }, gesture)}
        />
      )}
      {recipe.speed === 'smoothly' && (
        <Amount
          label="On the nearest grid"
          value={recipe.snap ?? 0}
          min={0}
          max={100}
          step={5}
          text={recipe.snap ? `${recipe.snap} %` : 'none'}
          onChange={(snap, gesture) => setBuild({ snap: snap || undefined }, gesture)}
        />
      )}
    </>
  );
}

/** Number of steps or points of a speed, one more of them, and the way back to none. */
function Points({
  recipe,
  beat,
  setBuild,
}: { recipe: BuildRecipe; beat: number } & Pick<BuildEditor, 'setBuild'>) {
  const more = addPoint(recipe, beat);
  const isSteps = recipe.speed === 'by doubling';
  return (
    <Group
      title={isSteps ? 'Steps, dragged in the Speed strip' : 'Points on the way, dragged in the Speed strip'}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        <Button
          disabled={'reason' in more}
          title={'reason' in more ? more.reason : 'On a beat, where there is most room'}
          onClick={() => 'reason' in more || setBuild({ points: [...more] })}
        >
          {isSteps ? 'One more step' : 'One more point'}
        </Button>
        <Button disabled={!recipe.points?.length} onClick={() => setBuild({ points: undefined })}>
          {isSteps ? 'Even steps' : 'Straight'}
        </Button>
      </Box>
    </Group>
  );
}
