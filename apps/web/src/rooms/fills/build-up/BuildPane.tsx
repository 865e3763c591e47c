import { Box, Button, Typography } from '@mui/material';
import { buildPattern, changeBuild, handWorkOf } from '@plucky/core/make';
import {
  type BuildDraft,
  type BuildRecipe,
  freeName,
  type Id,
  type Pattern,
  type SongDocument,
} from '@plucky/core/song';
import { lengthName } from '@plucky/core/time';
import { useMemo, useState } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { freshId } from '../../../shared/fresh-id.ts';
import { withKeys } from '../../../shared/keys/command.ts';
import { useCommands } from '../../../shared/keys/useCommands.ts';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { KeyCap } from '../../../shared/ui/KeyCap.tsx';
import { NameField } from '../../../shared/ui/NameField.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { BUILD_COMMANDS } from '../draft-commands.ts';
import { DraftsFrame } from '../DraftsFrame.tsx';
import { KeepButton } from '../KeepButton.tsx';
import { PlaceInSong } from '../place/PlaceInSong.tsx';
import { TitledChoices } from '../TitledChoices.tsx';
import { useHeardInPlace } from '../useHeardInPlace.ts';
import { type Keep, useKeep } from '../useKeep.ts';
import { type BuildEditor, chooseBuild, MOST_BUILDS, useBuildEditor } from './build-ups.ts';
import { BuildPanel } from './BuildPanel.tsx';
import { BuildStrips } from './BuildStrips.tsx';
import { type BuildFigures, buildFigures } from './figures.ts';
import { rateWords } from './SpeedPane.tsx';
import { StreamPicture } from './StreamPicture.tsx';

/** Drafts of build-ups: several to compare by number keys, each with its speed and its curves, heard in context. */
export function BuildPane({ document, groove }: { document: SongDocument; groove: Pattern }) {
  const editor = useBuildEditor(document, groove.id);
  return editor.chosen ? <ChosenBuild {...{ document, groove, editor }} chosen={editor.chosen} /> : null;
}

/** The pattern of a build-up before it is kept. */
const DRAFT = 'draft-build-up';

function ChosenBuild({
  document,
  groove,
  editor,
  chosen,
}: {
  document: SongDocument;
  groove: Pattern;
  editor: BuildEditor;
  chosen: BuildDraft;
}) {
  const { builds } = editor;
  const edit = useEdit();
  const keepPattern = useKeep();
  const [isHeard, setHeard] = useState(false);
  const { name, recipe } = chosen;
  const made = useMemo(
    () => buildPattern(document, groove.id, recipe, DRAFT, name),
    [document, groove.id, recipe, name],
  );
  const pattern = 'reason' in made ? null : made;
  const figures = useMemo(() => pattern && buildFigures(document, pattern), [document, pattern]);
  const choose = (one: BuildDraft) => {
    chooseBuild(one.id);
    setHeard(true);
  };
  const keepIn: Keep = (...asked) => {
    editor.lay();
    return keepPattern(...asked);
  };
  const keep = () => pattern !== null && keepIn([pattern], name, `${name} is kept.`);
  const compare = () =>
    editor.add({
      id: freshId(),
      name: freeName(
        name.replace(/ \d+$/, ''),
        builds.map((one) => one.name),
      ),
      recipe,
    });
  const handWork = useMemo(
    () => (chosen.of === undefined ? [] : handWorkOf(document, chosen.of)),
    [document, chosen.of],
  );
  const change = (keepsEdits: boolean) =>
    chosen.of !== undefined &&
    edit(changeTo(groove.id, { ...chosen, of: chosen.of }, keepsEdits), null, true);
  return (
    <DraftsFrame
      gap={1}
      recipe={<BuildPanel {...{ document, recipe, editor }} groove={groove.id} />}
      foot={
        <PlaceInSong
          document={document}
          groove={groove.id}
          pattern={pattern}
          onPlace={(patterns, put, at) => keepIn(patterns, name, `Placed: ${at}.`, put)}
        />
      }
    >
      <BuildHead
        {...{ document, groove, pattern, chosen, figures, isHeard }}
        onRename={(next) => editor.rename(chosen.id, next)}
        onCompare={builds.length < MOST_BUILDS ? compare : null}
      />
      {'reason' in made && (
        <Typography role="alert" sx={{ color: color('warn'), fontSize: TEXT.control }}>
          {made.reason}
        </Typography>
      )}
      {figures && <StreamPicture document={document} recipe={recipe} figures={figures} />}
      <BuildStrips {...{ document, recipe, figures }} setBuild={editor.setBuild} />
      <TitledChoices name="Build-ups" title="Drafts, heard by number">
        {builds.map((one, i) => (
          <Choice key={one.id} chosen={one.id === chosen.id} onClick={() => choose(one)}>
            <KeyCap>{i + 1}</KeyCap>
            <Box component="span" sx={{ ml: 0.75 }}>
              {one.name}
            </Box>
          </Choice>
        ))}
      </TitledChoices>
      <BuildDeeds
        name={name}
        handWork={handWork}
        isMade={pattern !== null}
        isOfSong={chosen.of !== undefined}
        isOnly={builds.length < 2}
        onKeep={keep}
        onChange={change}
        onDiscard={() => editor.discard(chosen.id)}
      />
      <BuildKeys {...{ editor, chosen, choose, keep }} stop={() => setHeard(false)} />
    </DraftsFrame>
  );
}

/** Name and figures of a build-up, which is heard where it will stand. */
function BuildHead({
  document,
  groove,
  pattern,
  chosen: { id, name, recipe },
  figures,
  isHeard,
  onRename,
  onCompare,
}: {
  document: SongDocument;
  groove: Pattern;
  pattern: Pattern | null;
  chosen: BuildDraft;
  figures: BuildFigures | null;
  isHeard: boolean;
  onRename: (name: string) => void;
  /** Null where there is no room for another. */
  onCompare: (() => void) | null;
}) {
  const heard = useHeardInPlace(document, groove, pattern, {
    title: `${name} in context, looping`,
    what: 'the build-up',
    playsAtOnce: isHeard,
  });
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
      <NameField key={id} label="Name of the build-up" value={name} onChange={onRename} />
      <Typography
        noWrap
        aria-label="Figures of the build-up"
        sx={{ flex: 1, fontSize: TEXT.note, color: color('soft') }}
      >
        {figures ? `${into(figures, recipe, heard?.follows)} · ${hitsWords(figures, recipe)}` : ''}
      </Typography>
      <Button
        title="The same once more, to be changed"
        onClick={() => onCompare?.()}
        disabled={onCompare === null}
      >
        Compare with another
      </Button>
    </Box>
  );
}

/** Deeds on the chosen draft, and what was edited by hand of the build-up that it came from. */
function BuildDeeds({
  name,
  handWork,
  isMade,
  isOfSong,
  isOnly,
  onKeep,
  onChange,
  onDiscard,
}: {
  name: string;
  handWork: readonly string[];
  /** True where the recipe makes a pattern. */
  isMade: boolean;
  /** True for a draft of a build-up that the song has. */
  isOfSong: boolean;
  isOnly: boolean;
  onKeep: () => void;
  onChange: (keepsEdits: boolean) => void;
  onDiscard: () => void;
}) {
  return (
    <>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.75 }}>
        <KeepButton command={BUILD_COMMANDS.keep} isMade={isMade} onKeep={onKeep} />
        {isOfSong && (
          <Button
            title="The pattern of the song becomes this, wherever it is played"
            disabled={!isMade}
            onClick={() => onChange(true)}
          >
            {handWork.length ? `Change ${name}, edits kept` : `Change ${name}`}
          </Button>
        )}
        {handWork.length > 0 && (
          <Button title="As the recipe makes it" disabled={!isMade} onClick={() => onChange(false)}>
            Change it, edits lost
          </Button>
        )}
        <Button
          title={withKeys('Out of the drafts', BUILD_COMMANDS.discard)}
          disabled={isOnly}
          onClick={onDiscard}
        >
          Discard
        </Button>
      </Box>
      {handWork.length > 0 && (
        <Typography
          role="status"
          aria-label="Edited by hand"
          sx={{ fontSize: TEXT.note, color: color('soft') }}
        >
          By hand since it was made: {handWork.join(', ')}.
        </Typography>
      )}
    </>
  );
}

/** The edit that makes a build-up of the song what its draft is. */
function changeTo(groove: Id, { of, recipe, name }: BuildDraft & { readonly of: Id }, keepsEdits: boolean) {
  return (now: SongDocument) => changeBuild(now, groove, of, recipe, name, keepsEdits);
}

/** Place that it leads to, as "4 bars into Chorus". */
function into({ meter }: BuildFigures, { lasts }: BuildRecipe, next: string | null | undefined): string {
  return `${lengthName(lasts, meter)} into ${next === null ? 'the end' : (next ?? 'what follows')}`;
}

/** Number of hits, and exactness of the stream's landing. */
function hitsWords({ count, peak, late, meter }: BuildFigures, { silence }: BuildRecipe): string {
  const lands = silence
    ? `the next would fall exactly ${lengthName(silence, meter)} before the landing`
    : 'the next falls exactly on the landing';
  const where = silence ? 'the silence begins' : 'the landing';
  const most = peak ? `, up to ${rateWords(peak)} a beat` : '';
  return `${count} hits${most}, ${late ? `the next would come ${lengthName(late, meter)} after ${where}` : lands}`;
}

/** Numbers hear a build-up, arrows step through them, Enter keeps, Delete discards, Escape stops listening. */
function BuildKeys({
  editor: { builds, discard },
  chosen,
  choose,
  keep,
  stop,
}: {
  editor: BuildEditor;
  chosen: BuildDraft;
  choose: (one: BuildDraft) => void;
  keep: () => boolean;
  stop: () => void;
}) {
  const show = (one: BuildDraft | undefined) => {
    if (one) choose(one);
    return one !== undefined;
  };
  useCommands(BUILD_COMMANDS, {
    hear: (nth) => show(builds[nth]),
    step: (by) => show(builds[builds.indexOf(chosen) + by]),
    keep,
    discard: () => discard(chosen.id),
    stop,
  });
  return null;
}
