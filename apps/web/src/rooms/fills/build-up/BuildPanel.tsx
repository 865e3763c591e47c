import { Box, Typography } from '@mui/material';
import { BUILD_STARTERS, straight } from '@plucky/core/make';
import { feelOf, resolve } from '@plucky/core/pattern';
import { type BuildRecipe, type Curve, type Id, indexOf, type SongDocument, UNDERS } from '@plucky/core/song';
import { barTicks, beatTicks, counted, lengthName } from '@plucky/core/time';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice, Choices } from '../../../shared/ui/Choices.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { RecipeFrame } from '../DraftsFrame.tsx';
import { RowChoice } from '../RowChoice.tsx';
import { StarterChoice } from '../StarterChoice.tsx';
import { useRowFor } from '../useRowFor.ts';
import type { BuildEditor } from './build-ups.ts';
import { BuildBesides } from './BuildBesides.tsx';
import { BuildSpeed } from './BuildSpeed.tsx';
import { useBeginBuild } from './useBeginBuild.ts';

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
  const spans = [...new Set([bar, 2 * bar, 4 * bar, 8 * bar, recipe.lasts])].sort((a, b) => a - b);
  const mostSilence = Math.min(MOST_SILENCE, recipe.lasts / beat - 1);
  const rowFor = useRowFor(part);
  const begin = useBeginBuild(part, groove, rowFor, add);
  return (
    <RecipeFrame name="Recipe of the build-up" document={document} groove={groove}>
      <StarterChoice label="Begin a draft from" starters={BUILD_STARTERS} onChoose={begin} />
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
      <BuildSpeed {...{ recipe, beat, setBuild }} />
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
      {!isPitched && <BuildBesides {...{ voices, recipe, beat, meter, rowFor, setBuild }} />}
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
