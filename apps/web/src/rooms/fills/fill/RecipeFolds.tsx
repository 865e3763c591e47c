import { Box } from '@mui/material';
import { groupingName, groupingsOf } from '@plucky/core/make';
import {
  FEET,
  type Figure,
  FIGURES,
  type FillRecipe,
  KINDS,
  MADE,
  MANNERS,
  type Player,
  PLAYERS,
  TRAVELS,
  type Voice,
} from '@plucky/core/song';
import { beatTicks, counted, type Grid, gridName, gridTicks, type Meter } from '@plucky/core/time';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice, Choices } from '../../../shared/ui/Choices.tsx';
import { Fold } from '../../../shared/ui/Fold.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { namedOptions, Select } from '../../../shared/ui/Select.tsx';
import { Several } from '../../../shared/ui/Several.tsx';
import { VelocityAmount } from '../../../shared/ui/VelocityAmount.tsx';
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

export type RecipeProps = Pick<FillEditor, 'recipe' | 'setRecipe'>;

export interface OfKit extends RecipeProps {
  readonly voices: readonly Voice[];
  readonly meter: Meter;
}

/** Settings of a recipe that are seldom wanted, each under a head that says it. */
export function RecipeFolds({ recipe, setRecipe, voices, meter }: OfKit) {
  const hands = voices.filter((voice) => voice.limb === 'hand');
  const hasFoot = voices.some((voice) => voice.limb === 'right foot');
  const anchor = voices.find(({ id }) => id === recipe.anchor)?.name.toLowerCase();
  return (
    <>
      <Fold title="Figures" says={recipeWords(recipe)} name="figures of fills">
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
        {recipe.made === 'at random' && (
          <Choices
            title="Strokes"
            value={recipe.manner}
            options={MANNERS.map((one) => ({ value: one, label: MANNER_NAMES[one] }))}
            onChange={(manner) => setRecipe({ manner })}
          />
        )}
        <NoteValues {...{ recipe, setRecipe }} />
      </Fold>
      <Fold title="Travel" says={TRAVEL_NAMES[recipe.travel].toLowerCase()} name="travel of fills">
        <MovementChoices {...{ recipe, setRecipe, hands }} />
      </Fold>
      <Fold title="Level" says={`${recipe.velocity.from} to ${recipe.velocity.to}`} name="level of fills">
        <LevelChoices {...{ recipe, setRecipe }} />
      </Fold>
      <Fold
        title="Feet"
        says={`${FEET_NAMES[recipe.feet].toLowerCase()}${anchor ? `, beats on ${anchor}` : ''}`}
        name="feet of fills"
      >
        <FeetChoices {...{ recipe, setRecipe, voices }} />
      </Fold>
      <Fold title="How it ends" says={endWords(recipe)} name="end of fills">
        <EndChoices {...{ recipe, setRecipe }} />
      </Fold>
      <Fold title="Player" says={PLAYER_NAMES[recipe.player ?? 'good'].toLowerCase()} name="player of fills">
        <Choices
          title="Playable by"
          value={recipe.player ?? 'good'}
          options={PLAYERS.map((one) => ({ value: one, label: PLAYER_NAMES[one] }))}
          onChange={(player) => setRecipe({ player })}
        />
      </Fold>
    </>
  );
}

/** The way of making fills and their kinds, in few words. */
export function recipeWords({ made, kinds = [], figures }: FillRecipe): string {
  const named = made === 'rhythm first' ? kinds : made === 'by cells' ? figures : [];
  return `${made}, ${named.length ? counted(named.length, 'kind') : 'any kind'}`;
}

/** Drums that take part one by one, and how they are travelled. */
function MovementChoices({ recipe, setRecipe, hands }: RecipeProps & { hands: readonly Voice[] }) {
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
    </>
  );
}

/** Note values, one or several by turns. */
function NoteValues({ recipe, setRecipe }: RecipeProps) {
  const toggleValue = (grid: Grid) => {
    const values = recipe.values.includes(grid)
      ? recipe.values.filter((one) => one !== grid)
      : [...recipe.values, grid];
    if (values.length) setRecipe({ values });
  };
  return (
    <Group title="Note values, one or several by turns">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        {VALUES.map((grid) => (
          <Choice key={grid} chosen={recipe.values.includes(grid)} onClick={() => toggleValue(grid)}>
            {gridName(grid)}
          </Choice>
        ))}
      </Box>
    </Group>
  );
}

/** Strokes of the feet, and the drum that keeps the beats. */
function FeetChoices({ recipe, setRecipe, voices }: Omit<OfKit, 'meter'>) {
  const hasPedal = voices.some((voice) => voice.limb === 'left foot');
  return (
    <>
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
        none={{ label: 'none', choose: () => setRecipe({ anchor: null }) }}
        options={namedOptions(voices)}
        onChange={(anchor) => setRecipe({ anchor })}
        sx={{ mb: 1.5 }}
      />
    </>
  );
}

function endWords({ gap, flam, kick }: FillRecipe): string {
  return (
    [gap ? `gap of ${counted(gap, '16th')}` : '', flam ? 'flam' : '', kick ? 'kick' : '']
      .filter(Boolean)
      .join(', ') || 'none'
  );
}

/** Choices of velocity and looseness. */
function LevelChoices({ recipe, setRecipe }: RecipeProps) {
  return (
    <>
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

/** Groupings and figures that cells may have; none that is chosen means any. */
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
