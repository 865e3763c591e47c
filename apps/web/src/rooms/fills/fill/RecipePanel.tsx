import { Box, Button } from '@mui/material';
import { FILL_STARTERS, groupingName, groupingsOf, makeByHand, recipeFrom } from '@plucky/core/make';
import { feelOf, resolve, unusedName } from '@plucky/core/pattern';
import {
  cutName,
  FEET,
  type Figure,
  FIGURES,
  type FillRecipe,
  indexOf,
  KINDS,
  MADE,
  MANNERS,
  type Player,
  PLAYERS,
  type SongDocument,
  TRAVELS,
  type Voice,
} from '@plucky/core/song';
import {
  barTicks,
  beatTicks,
  counted,
  type Grid,
  gridName,
  gridTicks,
  lengthName,
  type Meter,
} from '@plucky/core/time';
import { memo } from 'react';
import { useNavigate } from 'react-router';
import { useEdit } from '../../../document/context.tsx';
import { choosePattern } from '../../../session/groove.ts';
import { freshId, freshSeed } from '../../../shared/fresh-id.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice, Choices } from '../../../shared/ui/Choices.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { Seed } from '../../../shared/ui/Seed.tsx';
import { namedOptions, Select } from '../../../shared/ui/Select.tsx';
import { Several } from '../../../shared/ui/Several.tsx';
import { VelocityAmount } from '../../../shared/ui/VelocityAmount.tsx';
import { RecipeFrame } from '../DraftsFrame.tsx';
import { StarterChoice } from '../StarterChoice.tsx';
import type { FillEditor } from './fill-editor.ts';

const TRAVEL_NAMES: Readonly<Record<FillRecipe['travel'], string>> = {
  down: 'Down the drums',
  up: 'Up the drums',
  'snare first': 'Snare first',
  answers: 'Answers',
  anywhere: 'Anywhere',
  path: 'Along a path',
};
const FEET_NAMES: Readonly<Record<FillRecipe['feet'], string>> = {
  keep: 'Kick goes on',
  on: 'Pedal on beats',
  between: 'Pedal between',
  both: 'Kick and pedal',
  none: 'No feet',
};
const MANNER_NAMES: Readonly<Record<FillRecipe['manner'], string>> = {
  hands: 'Hands',
  linear: 'Linear',
  rolls: 'With rolls',
};
const PLAYER_NAMES: Readonly<Record<Player, string>> = {
  beginner: 'A beginner',
  good: 'A good player',
  expert: 'An expert',
};
const VALUES: readonly Grid[] = [2, 4, 8, 3, 6, 5];

/** Recipe of fills: the groove, the length, the movement, the density, the swing and the end. */
export const RecipePanel = memo(function RecipePanel({
  document,
  groove,
  recipe,
  setRecipe,
}: {
  document: SongDocument;
  groove: string;
} & RecipeProps) {
  const index = indexOf(document);
  const resolved = resolve(document, groove);
  const { part } = resolved.pattern;
  const { meter } = feelOf(document, resolved);
  const voices = index.voicesOf(part);
  const hands = voices.filter((voice) => voice.limb === 'hand');
  const hasFoot = voices.some((voice) => voice.limb === 'right foot');
  const hasPedal = voices.some((voice) => voice.limb === 'left foot');
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const spans = [...new Set([beat, 2 * beat, 3 * beat, bar, 2 * bar, 4 * bar, recipe.takeOver])].sort(
    (a, b) => a - b,
  );
  return (
    <RecipeFrame name="Recipe" document={document} groove={groove}>
      <StarterChoice
        label="Begin with"
        starters={FILL_STARTERS}
        onChoose={(starter) => setRecipe(recipeFrom(starter, meter, voices, freshSeed()))}
      />
      <Choices
        title="Takes over the last"
        value={recipe.takeOver}
        options={spans.map((ticks) => ({ value: ticks, label: lengthName(ticks, meter) }))}
        onChange={(takeOver) => setRecipe({ takeOver })}
      />
      <Choices
        title="Made"
        value={recipe.made}
        options={MADE.map((one) => ({ value: one, label: one }))}
        onChange={(made) => setRecipe({ made })}
      />
      {recipe.made === 'rhythm first' && (
        <Group title="Kinds, or any">
          <Several
            options={KINDS.map((one) => ({ value: one, label: one }))}
            chosen={recipe.kinds ?? []}
            onChange={(kinds) => setRecipe({ kinds })}
          />
        </Group>
      )}
      {recipe.made === 'by cells' && (
        <CellChoices recipe={recipe} setRecipe={setRecipe} meter={meter} hasFoot={hasFoot} />
      )}
      <MovementChoices {...{ recipe, setRecipe, hands }} />
      <LevelChoices {...{ recipe, setRecipe }} />
      {recipe.made === 'at random' && (
        <Choices
          title="Strokes"
          value={recipe.manner}
          options={MANNERS.map((one) => ({ value: one, label: MANNER_NAMES[one] }))}
          onChange={(manner) => setRecipe({ manner })}
        />
      )}
      <Choices
        title={hasPedal ? 'Feet' : 'Feet (no row of this kit is played by the left foot)'}
        value={recipe.feet}
        options={FEET.filter((one) => hasPedal || one === 'keep' || one === 'none').map((one) => ({
          value: one,
          label: FEET_NAMES[one],
        }))}
        onChange={(feet) => setRecipe({ feet })}
      />
      <Select
        fullWidth
        label="Keeps the beats on"
        value={recipe.anchor}
        none={{ label: 'nothing', choose: () => setRecipe({ anchor: null }) }}
        options={namedOptions(voices)}
        onChange={(anchor) => setRecipe({ anchor })}
        sx={{ mb: 1.5 }}
      />
      <EndChoices {...{ recipe, setRecipe }} />
      <Choices
        title="Playable by"
        value={recipe.player ?? 'good'}
        options={PLAYERS.map((one) => ({ value: one, label: PLAYER_NAMES[one] }))}
        onChange={(player) => setRecipe({ player })}
      />
      <Seed
        value={recipe.seed}
        another="Make others"
        primary
        onAnother={() => setRecipe({ seed: freshSeed() })}
        onType={(seed) => setRecipe({ seed })}
      />
      <ByHand document={document} groove={groove} takeOver={recipe.takeOver} />
    </RecipeFrame>
  );
});

type RecipeProps = Pick<FillEditor, 'recipe' | 'setRecipe'>;

/** Drums that take part, how they are travelled, and in which note values. */
function MovementChoices({ recipe, setRecipe, hands }: RecipeProps & { hands: readonly Voice[] }) {
  const toggleValue = (grid: Grid) => {
    const values = recipe.values.includes(grid)
      ? recipe.values.filter((one) => one !== grid)
      : [...recipe.values, grid];
    if (values.length) setRecipe({ values });
  };
  return (
    <>
      <Group title="Drums that take part, or all">
        <Several
          options={hands.map((voice) => ({ value: voice.id, label: voice.name }))}
          chosen={recipe.drums}
          onChange={(drums) => setRecipe({ drums })}
        />
      </Group>
      <Choices
        title="Travels"
        value={recipe.travel}
        options={TRAVELS.map((one) => ({ value: one, label: TRAVEL_NAMES[one] }))}
        onChange={(travel) => setRecipe({ travel })}
      />
      {recipe.travel === 'path' && (
        <Group title="The path, in order">
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5 }}>
            {hands.map((voice) => {
              const at = recipe.path.indexOf(voice.id);
              return (
                <Choice
                  key={voice.id}
                  chosen={at >= 0}
                  onClick={() =>
                    setRecipe({
                      path: at < 0 ? [...recipe.path, voice.id] : recipe.path.filter((id) => id !== voice.id),
                    })
                  }
                >
                  {at < 0 ? voice.name : `${at + 1} ${voice.name}`}
                </Choice>
              );
            })}
          </Box>
        </Group>
      )}
      <Group title="Note values, one or several by turns">
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
          {VALUES.map((grid) => (
            <Choice key={grid} chosen={recipe.values.includes(grid)} onClick={() => toggleValue(grid)}>
              {gridName(grid)}
            </Choice>
          ))}
        </Box>
      </Group>
    </>
  );
}

/** Choices of density, velocity and looseness. */
function LevelChoices({ recipe, setRecipe }: RecipeProps) {
  return (
    <>
      <Amount
        label="Busy"
        value={recipe.busy}
        min={10}
        max={100}
        text={`${recipe.busy} %`}
        onChange={(busy, gesture) => setRecipe({ busy }, gesture)}
      />
      <VelocityAmount
        label="Velocity from"
        value={recipe.velocity.from}
        onChange={(from, gesture) => setRecipe({ velocity: { ...recipe.velocity, from } }, gesture)}
      />
      <VelocityAmount
        label="Velocity to"
        value={recipe.velocity.to}
        onChange={(to, gesture) => setRecipe({ velocity: { ...recipe.velocity, to } }, gesture)}
      />
      {recipe.made === 'rhythm first' && (
        <Choice chosen={recipe.hill ?? false} onClick={() => setRecipe({ hill: !recipe.hill })}>
          Loudest before the end
        </Choice>
      )}
      <Amount
        label="Loose"
        value={recipe.loose}
        min={0}
        max={25}
        text={recipe.loose ? `± ${recipe.loose} ms` : 'none'}
        onChange={(loose, gesture) => setRecipe({ loose }, gesture)}
      />
    </>
  );
}

function EndChoices({ recipe, setRecipe }: RecipeProps) {
  return (
    <Group title="Ends with">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        <Choice chosen={recipe.gap > 0} onClick={() => setRecipe({ gap: (recipe.gap + 1) % 5 })}>
          {recipe.gap ? `Gap of ${counted(recipe.gap, '16th')}` : 'Gap'}
        </Choice>
        <Choice chosen={recipe.flam} onClick={() => setRecipe({ flam: !recipe.flam })}>
          Flam
        </Choice>
        <Choice chosen={recipe.kick} onClick={() => setRecipe({ kick: !recipe.kick })}>
          Kick
        </Choice>
      </Box>
    </Group>
  );
}

const FIGURE_NAMES: Readonly<Record<Figure, string>> = {
  single: 'singles',
  double: 'doubles',
  paradiddle: 'paradiddle',
  'six-stroke': 'six-stroke',
  'flam tap': 'flam taps',
  linear: 'hand, hand, foot',
  'stroke and rest': 'strokes and rests',
};
/** Number of groupings on offer. */
const GROUPINGS = 8;

/** Which groupings and figures cells may have; none that is chosen means any. */
function CellChoices({
  recipe,
  setRecipe,
  meter,
  hasFoot,
}: { meter: Meter; hasFoot: boolean } & RecipeProps) {
  const grid = recipe.values.find((one) => recipe.takeOver % gridTicks(one) === 0) ?? 4;
  const groups = meter.groups.map((beats) => (beats * beatTicks(meter)) / gridTicks(grid));
  const likely = groupingsOf(Math.max(2, recipe.takeOver / gridTicks(grid)), groups)
    .toSorted((a, b) => b.weight - a.weight || a.cells.length - b.cells.length)
    .map(({ cells }) => groupingName(cells));
  const names = [...new Set([...recipe.groupings, ...likely])].slice(
    0,
    Math.max(GROUPINGS, recipe.groupings.length),
  );
  return (
    <>
      <Group title="Groupings, or any">
        <Several
          options={names.map((name) => ({ value: name, label: name }))}
          chosen={recipe.groupings}
          onChange={(groupings) => setRecipe({ groupings })}
        />
      </Group>
      <Group title="Figures, or any">
        <Several
          options={FIGURES.filter((one) => one !== 'linear' || hasFoot).map((one) => ({
            value: one,
            label: FIGURE_NAMES[one],
          }))}
          chosen={recipe.figures}
          onChange={(figures) => setRecipe({ figures })}
        />
      </Group>
    </>
  );
}

/** A fill that is made in the rows: begun with what the groove plays at its end, or with silence there. */
function ByHand({
  document,
  groove,
  takeOver,
}: {
  document: SongDocument;
  groove: string;
  /** In ticks. */
  takeOver: number;
}) {
  const edit = useEdit();
  const navigate = useNavigate();
  const begin = (silent: boolean) => {
    const id = freshId();
    const { pattern } = resolve(document, groove);
    const made = edit((now) => {
      const name = unusedName(indexOf(now), pattern.part, `${cutName(pattern.name, 66)} fill`);
      return makeByHand(now, groove, takeOver, silent, id, name);
    });
    if (!made) return;
    choosePattern(id);
    void navigate('../groove', { relative: 'path' });
  };
  return (
    <Group title="Or by hand, in the rows">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        <Button title="The groove’s end, to change" onClick={() => begin(false)}>
          From the groove
        </Button>
        <Button title="The hands silent in what it takes over" onClick={() => begin(true)}>
          From silence
        </Button>
      </Box>
    </Group>
  );
}
