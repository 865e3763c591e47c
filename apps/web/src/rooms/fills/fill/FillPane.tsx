import { Box, Typography } from '@mui/material';
import { type Candidate, limbsOf } from '@plucky/core/make';
import { type Id, indexOf, type Pattern, type SongDocument, withRecord } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { useCallback, useMemo, useState } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { useCommands } from '../../../shared/keys/useCommands.ts';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { notify } from '../../../shared/ui/notify.ts';
import { Select } from '../../../shared/ui/Select.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { FILL_COMMANDS } from '../draft-commands.ts';
import { DraftsFrame } from '../DraftsFrame.tsx';
import { HeardInPlace } from '../HeardInPlace.tsx';
import { PlaceInSong, type PutInPlace } from '../PlaceInSong.tsx';
import { TitledChoices } from '../TitledChoices.tsx';
import { type Keep, useKeep } from '../useKeep.ts';
import { CandidateCard } from './CandidateCard.tsx';
import { CellStrip } from './CellStrip.tsx';
import { ChosenBar } from './ChosenBar.tsx';
import { type FillEditor, useFillEditor } from './fill-editor.ts';
import { LongTakeStrip } from './LongTakeStrip.tsx';
import { chooseFill, shownIn, type Sorting, useLooking } from './looking.ts';
import { RecipePanel } from './RecipePanel.tsx';

const SORTINGS: Readonly<Record<Sorting, string>> = {
  'as made': 'Most different first',
  contrast: 'Most contrast first',
  busy: 'Busiest first',
  lift: 'Most lift first',
};

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
  const { recipe, setRecipe } = editor;
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
  const keepIt = (one: Candidate) =>
    keep([one.pattern], `${groove.name} fill`, `A fill of ${groove.name} is kept.`);
  const discard = (one: Candidate) => editor.discard(one.pattern.id);
  const near = (one: Candidate) => void editor.makeNear(one);

  const placeKept = (one: Pattern, put: PutInPlace, at: string) => {
    if (edit((now) => put(now, [one.id]), null, true)) notify(`Placed: ${at}.`);
  };
  const change = (next: Candidate) => {
    if (!chosen) return;
    editor.replace(chosen.pattern.id, next);
    useLooking.setState({ chosen: next.pattern.id });
  };
  return (
    <DraftsFrame
      recipe={<RecipePanel {...{ document, recipe, setRecipe }} groove={groove.id} />}
      foot={
        <PlaceInSong
          document={document}
          groove={groove.id}
          pattern={chosen?.pattern ?? keptOne}
          others={chosen ? fills.slice(fills.indexOf(chosen)).map((one) => one.pattern) : []}
          onPlace={(patterns, put, at) =>
            keptOne
              ? placeKept(keptOne, put, at)
              : keep(patterns, `${groove.name} fill`, `Placed: ${at}.`, put)
          }
        />
      }
    >
      <FillsHead groove={groove.name} editor={editor} count={fills.length} />
      <FillCards document={document} editor={editor} fills={fills} chosen={chosen} onChoose={choose} />
      {chosen?.pattern.madeBy?.cells && (
        <CellStrip
          key={chosen.pattern.id}
          document={document}
          groove={groove.id}
          candidate={chosen}
          plan={chosen.pattern.madeBy.cells}
          onChange={change}
        />
      )}
      {chosen ? (
        <ChosenBar
          document={document}
          groove={groove.id}
          candidate={chosen}
          locked={looking.locked}
          showsHands={looking.showsHands}
          onLock={(locked) => useLooking.setState({ locked })}
          onHands={() => useLooking.setState({ showsHands: !looking.showsHands })}
          onKeep={() => keepIt(chosen)}
          onDiscard={() => discard(chosen)}
          onNear={() => near(chosen)}
          onChange={change}
        />
      ) : (
        <Hint />
      )}
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
      <HeardInPlace
        {...{ document, groove }}
        pattern={playing}
        title="The fill in context, looping"
        what="the fill"
        playsAtOnce={isAsked}
      />
      <DraftKeys {...{ fills, chosen }} deeds={{ choose, keep: keepIt, discard, near }} />
    </DraftsFrame>
  );
}

function Hint() {
  return (
    <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
      Press a fill, or its number, to hear it with the groove before and after.
    </Typography>
  );
}

/** The head of the fills: their number, their order, and the reason where they are fewer than asked for. */
function FillsHead({ groove, editor, count }: { groove: string; editor: FillEditor; count: number }) {
  const { sorting } = useLooking();
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Typography variant="h2" noWrap sx={{ fontSize: TEXT.heading }}>
          {editor.isMaking && !count ? 'Making fills' : counted(count, 'fill')} for the end of {groove}
        </Typography>
        <Typography noWrap sx={{ flex: 1, fontSize: TEXT.note, color: color('soft') }}>
          {editor.isMaking && count ? 'making others…' : 'a number plays one in context'}
        </Typography>
        <Select
          bare
          label="Order"
          value={sorting}
          options={Object.entries(SORTINGS).map(([value, label]) => ({ value: value as Sorting, label }))}
          onChange={(next) => useLooking.setState({ sorting: next })}
        />
        <Choice chosen={editor.playableOnly} onClick={() => editor.setPlayableOnly(!editor.playableOnly)}>
          Playable only
        </Choice>
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

/** The fills as cards, with the hand of each stroke where that is asked for. */
function FillCards({
  document,
  editor,
  fills,
  chosen,
  onChoose,
}: {
  document: SongDocument;
  editor: FillEditor;
  fills: readonly Candidate[];
  chosen: Candidate | null;
  /** The same function at every drawing. */
  onChoose: (one: Candidate | null) => void;
}) {
  const { showsHands } = useLooking();
  const hands = useMemo(
    () =>
      showsHands
        ? new Map(
            editor.fills.map(({ pattern }) => [
              pattern.id,
              limbsOf(withRecord(document, pattern), pattern.id).hands,
            ]),
          )
        : null,
    [showsHands, editor.fills, document],
  );
  return (
    <Box
      role="group"
      aria-label="Fills"
      aria-busy={editor.isMaking}
      sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, minmax(0, 1fr))', gap: 1 }}
    >
      {fills.map((one, i) => (
        <CandidateCard
          key={one.pattern.id}
          document={document}
          candidate={one}
          number={i + 1}
          chosen={one === chosen}
          hands={hands?.get(one.pattern.id) ?? null}
          onChoose={onChoose}
        />
      ))}
    </Box>
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
  deeds: {
    readonly choose: (one: Candidate | null) => void;
    readonly keep: (one: Candidate) => boolean;
    readonly discard: (one: Candidate) => void;
    readonly near: (one: Candidate) => void;
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
