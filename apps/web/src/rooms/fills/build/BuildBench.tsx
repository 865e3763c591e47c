import { Box, Button, Typography } from '@mui/material';
import {
  buildPattern,
  feelOf,
  indexOf,
  lengthName,
  MOST_SEMITONES,
  placeName,
  resolve,
  voicesOfBuild,
  type Curve,
  type Pattern,
  type SongDocument,
} from '@plucky/core';
import { useEffect, useMemo, useState } from 'react';
import { hasCommand, useKeys } from '../../../app/useKeys.ts';
import { useEdit } from '../../../document/context.tsx';
import { freshId } from '../../../document/ids.ts';
import { KeyCap } from '../../../ui/parts.tsx';
import { NameField } from '../../../ui/NameField.tsx';
import { color, type Token } from '../../../ui/tokens.ts';
import { inSongContext, sectionAfter } from '../context.ts';
import { PlaceBar } from '../PlaceBar.tsx';
import { usePlaces, useRoom } from '../session.ts';
import { useContextPreview } from '../useContextPreview.ts';
import { useKeep } from '../useKeep.ts';
import { BuildPanel } from './BuildPanel.tsx';
import {
  addBuild,
  chooseBuild,
  discardBuild,
  layBuilds,
  MOST_BUILDS,
  renameBuild,
  setBuild,
  useBuilds,
  type Build,
} from './builds.ts';
import { buildFigures } from './figures.ts';
import { CurvePane } from './CurvePane.tsx';
import { SpeedPane } from './SpeedPane.tsx';
import { StreamPicture } from './StreamPicture.tsx';

/** The bench of build-ups: several to compare by number keys, each with its speed and its curves, heard in context. */
export function BuildBench({
  songId,
  document,
  groove,
}: {
  songId: string;
  document: SongDocument;
  groove: Pattern;
}) {
  const builds = useBuilds();
  useEffect(() => layBuilds(songId, document, groove.id), [songId, document, groove.id]);
  const chosen = builds.builds.find((one) => one.id === builds.chosen);
  const ready = builds.songId === songId && builds.part === groove.part;
  if (!chosen || !ready) return null;
  return <ChosenBuild document={document} groove={groove} builds={builds.builds} chosen={chosen} />;
}

/** The pattern of a build-up before it is kept. */
const ON_BENCH = 'build-on-bench';

function ChosenBuild({
  document,
  groove,
  builds,
  chosen,
}: {
  document: SongDocument;
  groove: Pattern;
  builds: readonly Build[];
  chosen: Build;
}) {
  const edit = useEdit();
  const keepPattern = useKeep();
  const landing = useRoom((room) => room.landing);
  const { places, where } = usePlaces(document);
  const [isHeard, setHeard] = useState(false);
  const { name, recipe } = chosen;
  const made = useMemo(
    () => buildPattern(document, groove.id, recipe, ON_BENCH, name),
    [document, groove.id, recipe, name],
  );
  const pattern = 'reason' in made ? null : made;
  const section = where?.section ?? null;
  const context = useMemo(
    () => pattern && inSongContext(document, pattern, { groove: groove.id, section, landing }),
    [document, pattern, groove.id, section, landing],
  );
  const next = section && sectionAfter(document, section);
  const follows = next ? next.name : section ? 'the end' : groove.name;
  useContextPreview(context, name, `2 bars of ${groove.name}, the build-up, then ${follows}`, isHeard);

  const choose = (one: Build) => {
    chooseBuild(one.id);
    setHeard(true);
  };
  const keep = () => pattern !== null && keepPattern(pattern, name, `${name} is kept.`);
  const compare = () => addBuild({ id: freshId(), name: nameBeside(builds, name), recipe });
  const change = (id: string) =>
    edit((now) => {
      const before = indexOf(now).pattern(id);
      if (!before) return { reason: `${name} is no longer in the song.` };
      const remade = buildPattern(now, groove.id, recipe, id, name);
      if ('reason' in remade) return remade;
      return { label: `change ${name}`, put: [{ ...remade, order: before.order }], remove: [] };
    });
  useBuildKeys(builds, chosen, choose, keep, () => setHeard(false));

  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '262px minmax(0, 1fr)',
        gridTemplateRows: 'minmax(0, 1fr)',
        height: '100%',
      }}
    >
      <BuildPanel document={document} groove={groove.id} recipe={recipe} />
      <Box
        component="section"
        aria-label="Bench"
        sx={{ overflow: 'auto', p: 2, pt: 1.25, display: 'flex', flexDirection: 'column', gap: 1 }}
      >
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <NameField
            key={chosen.id}
            label="Name of the build-up"
            value={name}
            onChange={(next) => renameBuild(chosen.id, next)}
          />
          <Typography
            noWrap
            aria-label="Figures of the build-up"
            sx={{ flex: 1, fontSize: 12.5, color: color('soft') }}
          >
            {pattern
              ? `${into(document, pattern, groove, next?.name)} · ${hitsWords(document, pattern)}`
              : ''}
          </Typography>
          <Button
            title="The same once more, to be changed"
            onClick={compare}
            disabled={builds.length >= MOST_BUILDS}
          >
            Compare with another
          </Button>
        </Box>
        {'reason' in made ? (
          <Typography role="alert" sx={{ color: color('warn'), fontSize: 13.5 }}>
            {made.reason}
          </Typography>
        ) : (
          <BuildPicture document={document} pattern={made} />
        )}
        <Panes build={chosen} document={document} pattern={pattern} />
        <Box
          role="group"
          aria-label="Build-ups"
          sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.75 }}
        >
          <Typography component="span" sx={{ fontSize: 12.5, color: color('soft') }}>
            On the bench, heard by number
          </Typography>
          {builds.map((one, i) => (
            <Button
              key={one.id}
              aria-pressed={one.id === chosen.id}
              onClick={() => choose(one)}
              sx={one.id === chosen.id ? { background: color('wash'), borderColor: color('plum') } : {}}
            >
              <KeyCap>{i + 1}</KeyCap>
              <Box component="span" sx={{ ml: 0.75 }}>
                {one.name}
              </Box>
            </Button>
          ))}
        </Box>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.75 }}>
          <Button title="Into the family, as a pattern (Enter)" disabled={!pattern} onClick={keep}>
            Keep
          </Button>
          {chosen.of && (
            <Button
              title="The pattern of the song becomes this, wherever it is played"
              disabled={!pattern}
              onClick={() => chosen.of && change(chosen.of)}
            >
              Change {name}
            </Button>
          )}
          <Button
            title="Off the bench (Delete)"
            disabled={builds.length < 2}
            onClick={() => discardBuild(chosen.id)}
          >
            Discard
          </Button>
          <PlaceBar
            document={document}
            places={places}
            where={where}
            landing={landing}
            disabled={!pattern}
            onWhere={(key) => useRoom.setState({ where: key })}
            onLanding={(next) => useRoom.setState({ landing: next })}
            onPlace={(place, at) => pattern && keepPattern(pattern, name, `Placed: ${at}.`, place)}
          />
        </Box>
      </Box>
    </Box>
  );
}

function BuildPicture({ document, pattern }: { document: SongDocument; pattern: Pattern }) {
  const { hits, toneFrom, bar } = buildFigures(document, pattern);
  const { builtBy } = pattern;
  return (
    <StreamPicture
      document={document}
      hits={hits}
      stream={builtBy ? voicesOfBuild(builtBy) : []}
      length={pattern.length}
      silence={builtBy?.silence ?? 0}
      bar={bar}
      toneFrom={toneFrom}
    />
  );
}

interface Strip {
  readonly kind: 'velocity' | 'pitch' | 'filter' | 'level';
  readonly name: string;
  readonly ink: Token;
  readonly least: number;
  readonly most: number;
  readonly rests: number;
  readonly words: (value: number) => string;
  readonly says: (from: string, to: string) => string;
}

const plain = (value: number) => String(Math.round(value));
const semitones = (value: number) => `${value > 0 ? '+' : ''}${Math.round(value)}`;

const STRIPS: readonly Strip[] = [
  {
    kind: 'velocity',
    name: 'Velocity',
    ink: 'snare',
    least: 1,
    most: 127,
    rests: 1,
    words: plain,
    says: (from, to) => `${from} to ${to}`,
  },
  {
    kind: 'pitch',
    name: 'Pitch',
    ink: 'hat',
    least: -MOST_SEMITONES,
    most: MOST_SEMITONES,
    rests: 0,
    words: semitones,
    says: (from, to) => `${from} to ${to} semitones`,
  },
  {
    kind: 'filter',
    name: 'Filter',
    ink: 'tom',
    least: 0,
    most: 127,
    rests: 0,
    words: plain,
    says: (from, to) => `controller 74, ${from} to ${to}, open again at the landing`,
  },
  {
    kind: 'level',
    name: 'Level',
    ink: 'percussion',
    least: 0,
    most: 127,
    rests: 0,
    words: plain,
    says: (from, to) => `controller 11, ${from} to ${to}, full again at the landing`,
  },
];

/** How much room the strips share, and how tall one gets at the most, in px. */
const [ROOM, TALLEST] = [340, 140];

/** The speed, and each curve that moves, one under the other. */
function Panes({
  build: { recipe },
  document,
  pattern,
}: {
  build: Build;
  document: SongDocument;
  pattern: Pattern | null;
}) {
  const { tempo } = indexOf(document).song;
  const spans = (recipe.lasts - recipe.silence) / recipe.lasts;
  const figures = pattern && buildFigures(document, pattern);
  const moving = STRIPS.filter(({ kind }) => recipe[kind] !== null);
  const height = Math.min(TALLEST, Math.floor(ROOM / (moving.length + 1)));
  return (
    <>
      {figures && (
        <SpeedPane
          recipe={recipe}
          places={figures.places}
          beat={figures.beat}
          tempo={tempo}
          placeWords={(tick) => placeName(tick, figures.meter)}
          height={height}
          onChange={(rate) => setBuild({ rate })}
        />
      )}
      {moving.map(({ kind, says, ...strip }) => {
        const curve: Curve | null = recipe[kind];
        if (!curve) return null;
        return (
          <CurvePane
            key={kind}
            {...strip}
            curve={curve}
            says={says(strip.words(curve.start), strip.words(curve.end))}
            spans={spans}
            height={height}
            onChange={(next) => setBuild({ [kind]: next })}
          />
        );
      })}
    </>
  );
}

/** Where it leads, as "4 bars into Chorus". */
function into(
  document: SongDocument,
  { length }: Pattern,
  groove: Pattern,
  next: string | undefined,
): string {
  const { meter } = feelOf(document, resolve(document, groove.id));
  return `${lengthName(length, meter)} into ${next ?? 'what follows'}`;
}

/** How many hits, and how exactly it lands. */
function hitsWords(document: SongDocument, pattern: Pattern): string {
  const { count, meter } = buildFigures(document, pattern);
  const silence = pattern.builtBy?.silence ?? 0;
  const lands = silence
    ? `the next would fall exactly ${lengthName(silence, meter)} before the landing`
    : 'the next falls exactly on the landing';
  return `${count} hits, ${lands}`;
}

/** A name that nothing on the bench has yet. */
function nameBeside(builds: readonly Build[], name: string): string {
  const base = name.replace(/ \d+$/, '');
  let n = 2;
  while (builds.some((one) => one.name === `${base} ${n}`)) n++;
  return `${base} ${n}`;
}

/** Numbers hear a build-up, arrows step through them, Enter keeps, Delete discards, Escape stops listening. */
function useBuildKeys(
  builds: readonly Build[],
  chosen: Build,
  choose: (one: Build) => void,
  keep: () => boolean,
  stop: () => void,
): void {
  useKeys((event) => {
    if (hasCommand(event) || event.altKey) return false;
    if (/^[1-9]$/.test(event.key)) {
      const one = builds[Number(event.key) - 1];
      if (one) choose(one);
      return one !== undefined;
    }
    const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (step !== undefined) {
      const next = builds[builds.indexOf(chosen) + step];
      if (next) choose(next);
      return next !== undefined;
    }
    if (event.key === 'Enter') return keep();
    if (event.key === 'Escape') stop();
    else if (event.key === 'Delete' || event.key === 'Backspace') discardBuild(chosen.id);
    else return false;
    return true;
  });
}
