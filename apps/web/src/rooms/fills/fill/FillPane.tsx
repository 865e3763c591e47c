import { Box, Typography } from '@mui/material';
import type { Candidate } from '@plucky/core/make';
import { type Id, indexOf, type Pattern, type SongDocument } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { type ReactNode, useCallback, useState } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { DragArea } from '../../../shared/drag/DragArea.tsx';
import { freshSeed } from '../../../shared/fresh-id.ts';
import { useCommands } from '../../../shared/keys/useCommands.ts';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { notify } from '../../../shared/ui/notify.ts';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { FILL_COMMANDS } from '../draft-commands.ts';
import { DraftsFrame } from '../DraftsFrame.tsx';
import { HeardInPlace } from '../HeardInPlace.tsx';
import { MarkedForm } from '../place/MarkedForm.tsx';
import { PlaceInSong } from '../place/PlaceInSong.tsx';
import { type ToPlace, usePlaceDeed } from '../place/usePlaceDeed.ts';
import { TitledChoices } from '../TitledChoices.tsx';
import { type Keep, useKeep } from '../useKeep.ts';
import { type FillEditor, useFillEditor } from './fill-editor.ts';
import { FillTiles } from './FillTiles.tsx';
import { FillWork } from './FillWork.tsx';
import { LongTakeStrip } from './LongTakeStrip.tsx';
import { chooseFill, shownIn, toggleWork, useLooking } from './looking.ts';
import { RecipePanel } from './RecipePanel.tsx';

/** Drafts of fills: twelve at a time from a recipe, heard in context, worked on, kept and placed. */
export function FillPane(of: { document: SongDocument; groove: Pattern }) {
  return <DraftFills {...of} editor={useFillEditor(of.document, of.groove.id)} />;
}

function DraftFills({
  document,
  groove,
  editor,
}: {
  document: SongDocument;
  groove: Pattern;
  editor: FillEditor;
}) {
  const looking = useLooking();
  const keepPattern = useKeep();
  const edit = useEdit();
  const [heard, setHeard] = useState<Candidate | null>(null);
  // The choice of before is chosen again when one comes back, and silent until it is asked for.
  const [isAsked, setAsked] = useState(false);
  const { recipe } = editor;
  const fills = shownIn(editor.fills, looking.sorting);
  const chosen = fills.find((one) => one.pattern.id === looking.chosen) ?? null;

  const kept = keptFills(document, groove.id);
  const keptOne = chosen ? null : (kept.find((one) => one.id === looking.chosen) ?? null);
  const playing = heard?.pattern ?? chosen?.pattern ?? keptOne;

  const hear = useCallback((fill: Id | null) => {
    setAsked(true);
    setHeard(null);
    chooseFill(fill);
  }, []);
  const choose = useCallback((one: Candidate | null) => hear(one?.pattern.id ?? null), [hear]);
  const keep: Keep = (...asked) => {
    editor.lay();
    return keepPattern(...asked);
  };
  const toPlace: ToPlace = {
    document,
    groove: groove.id,
    pattern: chosen?.pattern ?? keptOne,
    others: chosen ? fills.slice(fills.indexOf(chosen)).map((one) => one.pattern) : [],
    onPlace: (patterns, put, at) => {
      const [first] = patterns;
      if (!keptOne) keep(patterns, `${groove.name} fill`, `Placed: ${at}.`, put);
      else if (first && edit((now) => put(now, [first.id]), null, true)) notify(`Placed: ${at}.`);
    },
  };
  return (
    <>
      <FillsLaid
        {...{ document, groove, editor, fills, chosen, toPlace }}
        isKept={keptOne !== null}
        deeds={{
          choose,
          keep: (one) => keep([one.pattern], `${groove.name} fill`, `A fill of ${groove.name} is kept.`),
          discard: (one) => editor.discard(one.pattern.id),
          near: (one) => void editor.makeNear(one),
        }}
      >
        {kept.length > 0 && <KeptFills kept={kept} chosen={keptOne} onChoose={hear} />}
        <LongTakeStrip
          document={document}
          groove={groove.id}
          recipe={recipe}
          window={editor.window}
          setWindow={editor.setWindow}
          onHear={(window) => {
            setAsked(true);
            setHeard(window.candidate);
          }}
          onUse={({ candidate }) => {
            editor.putFirst(candidate);
            useLooking.setState({ sorting: 'as made' });
            choose(candidate);
          }}
        />
      </FillsLaid>
      <HeardInPlace
        {...{ document, groove }}
        pattern={playing}
        title="The fill in context, looping"
        what="the fill"
        playsAtOnce={isAsked}
      />
    </>
  );
}

/** Deeds on one of the fills. */
interface FillDeedsHere {
  /** The same function at every drawing. */
  readonly choose: (one: Candidate | null) => void;
  readonly keep: (one: Candidate) => boolean;
  readonly discard: (one: Candidate) => void;
  readonly near: (one: Candidate) => void;
}

/** The fills over the strip of the form, onto whose ends of phrases they are dragged or sent by a key. */
function FillsLaid({
  document,
  groove,
  editor,
  fills,
  chosen,
  toPlace,
  isKept,
  deeds,
  children,
}: {
  document: SongDocument;
  groove: Pattern;
  editor: FillEditor;
  fills: readonly Candidate[];
  chosen: Candidate | null;
  toPlace: ToPlace;
  /** True where a fill that is kept is chosen, which no tile shows. */
  isKept: boolean;
  deeds: FillDeedsHere;
  /** Below the tiles. */
  children: ReactNode;
}) {
  const { recipe, setRecipe } = editor;
  const { places, where, place } = usePlaceDeed(toPlace);
  return (
    <DragArea<Candidate | string>
      // The ends are in sight below the tiles, which need not be scrolled for them.
      scrolls={false}
      sayHow={({ name }, onto) => `${name} to the ${onto.name}`}
      onDrop={({ value: fill }, { value: key }) => {
        const at = places.find((one) => one.key === key);
        if (typeof fill !== 'string') place(fill.pattern, at);
      }}
    >
      <DraftsFrame
        recipe={
          <RecipePanel
            {...{ document, recipe, setRecipe }}
            playableOnly={editor.playableOnly}
            setPlayableOnly={editor.setPlayableOnly}
            groove={groove.id}
          />
        }
        drawer={
          chosen && (
            <FillWork
              document={document}
              groove={groove.id}
              chosen={chosen}
              onDiscard={() => deeds.discard(chosen)}
              onNear={() => deeds.near(chosen)}
              onChange={(next) => {
                editor.replace(chosen.pattern.id, next);
                useLooking.setState({ chosen: next.pattern.id });
              }}
            />
          )
        }
        foot={
          <Box sx={{ display: 'grid', gap: 0.75 }}>
            <MarkedForm document={document} where={where} />
            <PlaceInSong {...toPlace} hasButton={isKept} />
          </Box>
        }
      >
        <FillsHead groove={groove.name} editor={editor} count={fills.length} />
        <FillTiles
          {...{ document, editor, fills, chosen }}
          onChoose={deeds.choose}
          onKeep={deeds.keep}
          onPlace={() => place()}
        />
        {children}
        <DraftKeys
          {...{ fills, chosen }}
          deeds={{
            ...deeds,
            place: () => place(),
            others: () => setRecipe({ seed: freshSeed() }),
          }}
        />
      </DraftsFrame>
    </DragArea>
  );
}

/** The head of the fills: their number, their order, and the reason where they are fewer than asked for. */
function FillsHead({ groove, editor, count }: { groove: string; editor: FillEditor; count: number }) {
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Typography variant="h2" noWrap sx={{ fontSize: TEXT.heading }}>
          {editor.isMaking && !count ? 'Making fills' : counted(count, 'fill')} for {groove}
        </Typography>
        <Typography
          noWrap
          sx={{ flex: 1, fontSize: TEXT.note, color: color('soft'), display: { xs: 'none', md: 'block' } }}
        >
          {editor.isMaking && count ? 'making others…' : 'a number plays one in its place'}
        </Typography>
      </Box>
      {editor.trouble && (
        <Typography role="alert" sx={{ color: color('warn'), fontSize: TEXT.control }}>
          {editor.trouble}
        </Typography>
      )}
      {editor.short && (
        <Typography
          role="status"
          aria-label="Why not twelve"
          sx={{ fontSize: TEXT.note, color: color('soft') }}
        >
          {editor.short}
        </Typography>
      )}
    </>
  );
}

/** The fills of a groove that the song has, those made by hand among them. */
function keptFills(document: SongDocument, groove: Id): readonly Pattern[] {
  return indexOf(document)
    .followersOf(groove)
    .filter((one) => one.role === 'fill');
}

/** Numbers hear a fill, arrows step through them, and letters work on the chosen one. */
function DraftKeys({
  fills,
  chosen,
  deeds,
}: {
  fills: readonly Candidate[];
  chosen: Candidate | null;
  deeds: FillDeedsHere & {
    readonly place: () => void;
    readonly others: () => void;
  };
}) {
  const { choose } = deeds;
  const at = chosen ? fills.indexOf(chosen) : -1;
  const show = (one: Candidate | undefined) => {
    if (one) choose(one);
    return one !== undefined;
  };
  const withChosen = (deed: (one: Candidate) => unknown) => () => chosen !== null && deed(chosen) !== false;
  useCommands(FILL_COMMANDS, {
    hear: (nth) => show(fills[nth]),
    step: (by) => show(fills[at < 0 ? 0 : Math.min(fills.length - 1, Math.max(0, at + by))]),
    keep: withChosen(deeds.keep),
    discard: withChosen(deeds.discard),
    near: withChosen(deeds.near),
    place: withChosen(deeds.place),
    work: withChosen(toggleWork),
    others: deeds.others,
    stop: withChosen(() => choose(null)),
  });
  return null;
}

/** Fills that are kept in the family, to hear and place again. */
function KeptFills({
  kept,
  chosen,
  onChoose,
}: {
  kept: readonly Pattern[];
  chosen: Pattern | null;
  onChoose: (fill: Id | null) => void;
}) {
  return (
    <TitledChoices name="Fills in the family" title="In the family, to hear and place again">
      {kept.map((one) => (
        <Choice key={one.id} chosen={one === chosen} onClick={() => onChoose(one === chosen ? null : one.id)}>
          {one.name}
        </Choice>
      ))}
    </TitledChoices>
  );
}
