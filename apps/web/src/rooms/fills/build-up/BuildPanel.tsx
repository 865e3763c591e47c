import { Box, Button, Typography } from '@mui/material';
import { addPoint, BUILD_STARTERS, changesRate, straight } from '@plucky/core/make';
import { feelOf, resolve } from '@plucky/core/pattern';
import {
  type BuildRecipe,
  type Curve,
  type Id,
  indexOf,
  RATES,
  type SongDocument,
  SPEEDS,
  UNDERS,
} from '@plucky/core/song';
import { barTicks, beatTicks, counted, lengthName } from '@plucky/core/time';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice, Choices } from '../../../shared/ui/Choices.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { RecipeFrame } from '../DraftsFrame.tsx';
import { RowChoice } from '../RowChoice.tsx';
import { StarterChoice } from '../StarterChoice.tsx';
import { type BuildEditor, buildOf } from './build-ups.ts';
import { rateWords } from './SpeedPane.tsx';

const SPEED_NAMES: Readonly<Record<BuildRecipe['speed'], string>> = {
  'by doubling': 'By doubling',
  smoothly: 'Smoothly',
  'second voice': 'Second voice fades in',
  steady: 'Steady',
};
const UNDER_NAMES: Readonly<Record<BuildRecipe['under'], string>> = {
  groove: 'Groove plays on',
  kick: 'Kick only',
  nothing: 'Nothing',
};
/** First settings of each mover. */
const MOVES: readonly {
  readonly kind: 'pitch' | 'filter' | 'level';
  readonly name: string;
  readonly begin: Curve;
}[] = [
  { kind: 'pitch', name: 'Pitch', begin: straight(0, 12) },
  { kind: 'filter', name: 'Filter', begin: straight(24, 127) },
  { kind: 'level', name: 'Level', begin: straight(64, 127) },
];
/** Slowest and fastest rates of the sliders, in hits a beat. */
const SLIDER = { least: RATES.least, most: 16 };
const MOST_SILENCE = 8;

/** Settings of a build-up: its row, its length, its speed, its movers, and its end. */
export function BuildPanel({
  document,
  groove,
  recipe,
  editor: { add, setBuild },
}: {
  document: SongDocument;
  groove: Id;
  recipe: BuildRecipe;
  editor: Pick<BuildEditor, 'add' | 'setBuild'>;
}) {
  const index = indexOf(document);
  const resolved = resolve(document, groove);
  const { part } = resolved.pattern;
  const { meter } = feelOf(document, resolved);
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const voices = index.voicesOf(part);
  const isPitched = index.part(part)?.type === 'notes';
  const rises = changesRate(recipe.speed);
  // Steps that were set have speeds of their own.
  const hasEnd = rises && !(recipe.speed === 'by doubling' && recipe.points?.length);
  const spans = [...new Set([bar, 2 * bar, 4 * bar, 8 * bar, recipe.lasts])].sort((a, b) => a - b);
  const mostSilence = Math.min(MOST_SILENCE, recipe.lasts / beat - 1);
  const setRate = (rate: Partial<BuildRecipe['rate']>, gesture: string) =>
    setBuild({ rate: { ...recipe.rate, ...rate } }, gesture);
  return (
    <RecipeFrame name="Recipe of the build-up" document={document} groove={groove}>
      <StarterChoice
        label="Begin a draft from"
        starters={BUILD_STARTERS}
        onChoose={(starter) => add(buildOf(starter, document, groove))}
      />
      {voices.length > 1 && (
        <RowChoice
          label="Played on"
          voices={voices}
          value={recipe.voice}
          onChange={(voice) => setBuild({ voice })}
        />
      )}
      {recipe.speed === 'second voice' && voices.length > 1 && (
        <RowChoice
          label="Second voice"
          voices={voices}
          value={recipe.second ?? recipe.voice}
          onChange={(second) => setBuild({ second })}
        />
      )}
      <Choices
        title="Lasts"
        value={recipe.lasts}
        options={spans.map((ticks) => ({ value: ticks, label: lengthName(ticks, meter) }))}
        onChange={(lasts) => setBuild({ lasts, silence: Math.min(recipe.silence, lasts - beat) })}
      />
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
      <Movers {...{ recipe, setBuild }} />
      {isPitched && recipe.pitch && (
        <Choices
          title="Pitch leaves as"
          value={recipe.pitchAs}
          options={[
            { value: 'bend', label: 'Bend' },
            { value: 'notes', label: 'Notes' },
          ]}
          onChange={(pitchAs) => setBuild({ pitchAs })}
        />
      )}
      <Amount
        label="Silence before landing"
        value={recipe.silence / beat}
        min={0}
        max={mostSilence}
        step={0.5}
        text={recipe.silence ? lengthName(recipe.silence, meter) : 'none'}
        onChange={(beats, gesture) => setBuild({ silence: Math.round(beats * beat) }, gesture)}
      />
      <Chop {...{ recipe, beat, setBuild }} />
      <Choices
        title="Under it"
        value={recipe.under}
        options={UNDERS.map((value) => ({ value, label: UNDER_NAMES[value] })).filter(
          ({ value }) => !isPitched || value !== 'kick',
        )}
        onChange={(under) => setBuild({ under })}
      />
    </RecipeFrame>
  );
}

/** Choices of what moves through a build-up. */
function Movers({ recipe, setBuild }: { recipe: BuildRecipe } & Pick<BuildEditor, 'setBuild'>) {
  return (
    <Group title="What moves">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        {MOVES.map(({ kind, name, begin }) => (
          <Choice
            key={kind}
            chosen={recipe[kind] !== null}
            onClick={() => setBuild({ [kind]: recipe[kind] ? null : begin })}
          >
            {name}
          </Choice>
        ))}
      </Box>
      {(recipe.filter ?? recipe.level ?? (recipe.pitch && recipe.pitchAs === 'bend')) && (
        <Typography sx={{ fontSize: TEXT.small, color: color('soft'), mt: 0.75 }}>
          Leaves on a channel and track of its own.
        </Typography>
      )}
    </Group>
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

/** Numbers of last beats that can be cut to pieces, and of pieces of a beat. */
const [CHOPPED, PIECES] = [[1, 2, 4] as const, [1, 2, 4] as const];

/** Cut of the last beats: on or off, the number of pieces, and the sounding share of each. */
function Chop({
  recipe,
  beat,
  setBuild,
}: { recipe: BuildRecipe; beat: number } & Pick<BuildEditor, 'setBuild'>) {
  const { chop } = recipe;
  const set = (fields: Partial<NonNullable<BuildRecipe['chop']>>, gesture?: string) =>
    setBuild({ chop: { last: 2 * beat, piece: beat / 2, sounds: 50, ...chop, ...fields } }, gesture);
  return (
    <Group title="Cut to pieces before it">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: chop ? 0.75 : 0 }}>
        <Choice chosen={!chop} onClick={() => setBuild({ chop: null })}>
          Not
        </Choice>
        {CHOPPED.map((beats) => (
          <Choice
            key={beats}
            chosen={chop?.last === beats * beat}
            onClick={() => set({ last: beats * beat })}
          >
            {counted(beats, 'beat')}
          </Choice>
        ))}
      </Box>
      {chop && (
        <>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: 0.75 }}>
            {PIECES.map((pieces) => (
              <Choice
                key={pieces}
                chosen={chop.piece === Math.round(beat / pieces)}
                onClick={() => set({ piece: Math.round(beat / pieces) })}
              >
                {pieces} a beat
              </Choice>
            ))}
          </Box>
          <Amount
            label="Each sounds for"
            value={chop.sounds}
            min={10}
            max={90}
            step={5}
            text={`${chop.sounds} %`}
            onChange={(sounds, gesture) => set({ sounds }, gesture)}
          />
        </>
      )}
    </Group>
  );
}
