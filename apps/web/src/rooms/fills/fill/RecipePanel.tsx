import { Box, Button } from '@mui/material';
import { FILL_STARTERS, makeByHand, recipeFrom } from '@plucky/core/make';
import { feelOf, resolve, unusedName } from '@plucky/core/pattern';
import { cutName, type Family, indexOf, type SongDocument } from '@plucky/core/song';
import { barTicks, beatTicks, lengthName } from '@plucky/core/time';
import { memo } from 'react';
import { useNavigate } from 'react-router';
import { useEdit } from '../../../document/context.tsx';
import { choosePattern } from '../../../session/groove.ts';
import { freshId, freshSeed } from '../../../shared/fresh-id.ts';
import { withKeys } from '../../../shared/keys/command.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { Fold } from '../../../shared/ui/Fold.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { KeyCap } from '../../../shared/ui/KeyCap.tsx';
import { Seed } from '../../../shared/ui/Seed.tsx';
import { Select } from '../../../shared/ui/Select.tsx';
import { Several } from '../../../shared/ui/Several.tsx';
import { FILL_COMMANDS } from '../draft-commands.ts';
import { RecipeFrame } from '../DraftsFrame.tsx';
import { HowPlacedChoice } from '../place/PlaceBar.tsx';
import { useRoom } from '../session.ts';
import { StarterChoice } from '../StarterChoice.tsx';
import type { FillEditor } from './fill-editor.ts';
import { type Sorting, useLooking } from './looking.ts';
import { type OfKit, RecipeFolds, type RecipeProps, recipeWords } from './RecipeFolds.tsx';

const SORTINGS: Readonly<Record<Sorting, string>> = {
  'as made': 'Most different first',
  contrast: 'Most contrast first',
  busy: 'Busiest first',
  lift: 'Most lift first',
};

/** Recipe of fills: how long, how busy and on which drums; the rest is folded away. */
export const RecipePanel = memo(function RecipePanel({
  document,
  groove,
  recipe,
  setRecipe,
  playableOnly,
  setPlayableOnly,
}: {
  document: SongDocument;
  groove: string;
} & RecipeProps &
  ShownProps) {
  const sorting = useLooking((looking) => looking.sorting);
  const how = useRoom((room) => room.how);
  const resolved = resolve(document, groove);
  const { meter } = feelOf(document, resolved);
  const voices = indexOf(document).voicesOf(resolved.pattern.part);
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const spans = [...new Set([beat, 2 * beat, 3 * beat, bar, 2 * bar, 4 * bar, recipe.takeOver])].sort(
    (a, b) => a - b,
  );
  return (
    <RecipeFrame name="Recipe" document={document} groove={groove}>
      <Select
        fullWidth
        label="How long"
        value={recipe.takeOver}
        options={spans.map((ticks) => ({ value: ticks, label: lengthName(ticks, meter) }))}
        onChange={(takeOver) => setRecipe({ takeOver })}
        sx={{ mb: 1 }}
      />
      <Amount
        label="How busy"
        value={recipe.busy}
        min={10}
        max={100}
        text={`${recipe.busy} %`}
        onChange={(busy, gesture) => setRecipe({ busy }, gesture)}
      />
      <WhichDrums {...{ recipe, setRecipe, voices }} />
      <Button
        fullWidth
        title={withKeys('Make others', FILL_COMMANDS.others)}
        onClick={() => setRecipe({ seed: freshSeed() })}
        sx={{ my: 1 }}
      >
        <Box component="span" sx={{ mr: 1 }}>
          Make others
        </Box>
        <KeyCap drawn="G" />
      </Button>
      <Fold title="Recipe" says={recipeWords(recipe)} name="recipe of fills">
        <StarterChoice
          label="Begin with"
          starters={FILL_STARTERS}
          onChoose={(starter) => setRecipe(recipeFrom(starter, meter, voices, freshSeed()))}
        />
        <RecipeFolds {...{ recipe, setRecipe, voices, meter }} />
        <Fold title="Order and seed" says={SORTINGS[sorting]} name="order of fills">
          <OrderAndSeed {...{ recipe, setRecipe, playableOnly, setPlayableOnly }} />
        </Fold>
        <Fold title="Placing" says={how === 'replace' ? 'replace' : 'on top'} name="placing of fills">
          <HowPlacedChoice how={how} onHow={(next) => useRoom.setState(next)} />
        </Fold>
      </Fold>
      <Fold title="By hand" says="in the rows" name="fill by hand">
        <ByHand document={document} groove={groove} takeOver={recipe.takeOver} />
      </Fold>
    </RecipeFrame>
  );
});

const FAMILY_NAMES: readonly (readonly [Family, string])[] = [
  ['snare', 'Snare'],
  ['tom', 'Toms'],
  ['hat', 'Hats'],
  ['cymbal', 'Cymbals'],
  ['percussion', 'Percussion'],
];

/** Drums of the hands that take part, by their families; none that is chosen means any. */
function WhichDrums({ recipe, setRecipe, voices }: Omit<OfKit, 'meter'>) {
  const hands = voices.filter((voice) => voice.limb === 'hand');
  const idsOf = (family: Family) => hands.filter((one) => one.family === family).map(({ id }) => id);
  const here = FAMILY_NAMES.filter(([family]) => idsOf(family).length > 0);
  const chosen = here.filter(([family]) => idsOf(family).some((id) => recipe.drums.includes(id)));
  return (
    <Group title="Which drums, or any">
      <Several
        options={here.map(([value, label]) => ({ value, label }))}
        chosen={chosen.map(([family]) => family)}
        onChange={(families) => {
          const before = new Set(chosen.map(([family]) => family));
          // A family that stays keeps the drums that were chosen of it one by one.
          setRecipe({
            drums: families.flatMap((family) =>
              idsOf(family).filter((id) => !before.has(family) || recipe.drums.includes(id)),
            ),
          });
        }}
      />
    </Group>
  );
}

/** The order of the fills, which of them are shown, and the seed that they are made from. */
function OrderAndSeed({ recipe, setRecipe, playableOnly, setPlayableOnly }: RecipeProps & ShownProps) {
  const { sorting } = useLooking();
  return (
    <>
      <Select
        fullWidth
        label="Order"
        value={sorting}
        options={Object.entries(SORTINGS).map(([value, label]) => ({ value: value as Sorting, label }))}
        onChange={(next) => useLooking.setState({ sorting: next })}
        sx={{ mt: 0.5, mb: 1 }}
      />
      <Choice chosen={playableOnly} onClick={() => setPlayableOnly(!playableOnly)}>
        Playable only
      </Choice>
      <Seed
        value={recipe.seed}
        onAnother={() => setRecipe({ seed: freshSeed() })}
        onType={(seed) => setRecipe({ seed })}
      />
    </>
  );
}

type ShownProps = Pick<FillEditor, 'playableOnly' | 'setPlayableOnly'>;

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
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
      <Button title="The groove’s end, to change" onClick={() => begin(false)}>
        From the groove
      </Button>
      <Button title="The hands silent in what it takes over" onClick={() => begin(true)}>
        From silence
      </Button>
    </Box>
  );
}
