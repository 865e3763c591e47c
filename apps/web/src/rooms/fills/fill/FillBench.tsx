import { Box, Typography } from '@mui/material';
import {
  type Candidate,
  counted,
  limbsOf,
  type Pattern,
  type SongDocument,
  tryFill,
  withRecord,
} from '@plucky/core';
import { useEffect, useMemo, useState } from 'react';
import { useCommands } from '../../../shared/keys/useCommands.ts';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { Select } from '../../../shared/ui/Select.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { usePreviewWhile } from '../../../transport/preview.ts';
import { FILL_COMMANDS } from '../bench-commands.ts';
import { BenchFrame } from '../BenchFrame.tsx';
import { PlaceInSong } from '../PlaceInSong.tsx';
import { useRoom } from '../session.ts';
import { useKeep } from '../useKeep.ts';
import {
  chooseFill,
  discardFill,
  layOnBench,
  makeFills,
  makeNear,
  shownFills,
  type Sorting,
  useBench,
} from './bench.ts';
import { CandidateCard } from './CandidateCard.tsx';
import { CellStrip } from './CellStrip.tsx';
import { ChosenBar } from './ChosenBar.tsx';
import { LongTakeStrip } from './LongTakeStrip.tsx';
import { RecipePanel } from './RecipePanel.tsx';

const SORTINGS: Readonly<Record<Sorting, string>> = {
  'as made': 'Most different first',
  contrast: 'Most contrast first',
  busy: 'Busiest first',
  lift: 'Most lift first',
};

/** The bench of fills: twelve at a time from a recipe, heard in context, worked on, kept and placed. */
export function FillBench({ document, groove }: { document: SongDocument; groove: Pattern }) {
  const bench = useBench();
  const landing = useRoom((room) => room.landing);
  const keepPattern = useKeep();
  const [heard, setHeard] = useState<Candidate | null>(null);
  const fills = shownFills(bench);
  const chosen = fills.find((one) => one.pattern.id === bench.chosen) ?? null;
  const ready = bench.groove === groove.id;

  useEffect(() => layOnBench(document, groove.id), [document, groove.id]);
  useEffect(() => {
    if (ready) void makeFills(document);
    // Edits of the song elsewhere leave the bench as it is; another recipe or groove makes it anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [ready, bench.recipe, bench.playableOnly]);

  const playing = heard ?? chosen;
  const context = useMemo(
    () => playing && tryFill(document, groove.id, playing.pattern, landing),
    [document, groove.id, playing, landing],
  );
  usePreviewWhile(context, {
    title: 'The fill in context, looping',
    detail: `${groove.name}, the fill, then the landing`,
    playsAtOnce: true,
  });

  const choose = (one: Candidate | null) => {
    setHeard(null);
    chooseFill(one?.pattern.id ?? null);
  };
  const keep = (one: Candidate) =>
    keepPattern(one.pattern, `${groove.name} fill`, `A fill of ${groove.name} is kept.`);
  useBenchKeys(document, fills, chosen, choose, keep);

  const hands = useMemo(
    () =>
      bench.showsHands
        ? new Map(
            bench.fills.map(({ pattern }) => [
              pattern.id,
              limbsOf(withRecord(document, pattern), pattern.id).hands,
            ]),
          )
        : null,
    [bench.showsHands, bench.fills, document],
  );
  return (
    <BenchFrame
      recipe={<RecipePanel document={document} groove={groove.id} />}
      foot={
        <PlaceInSong
          document={document}
          disabled={!chosen}
          onPlace={(place, at) =>
            chosen && keepPattern(chosen.pattern, `${groove.name} fill`, `Placed: ${at}.`, place)
          }
        />
      }
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Typography variant="h2" noWrap sx={{ fontSize: TEXT.heading }}>
          {bench.making && !fills.length ? 'Making fills' : counted(fills.length, 'fill')} for the end of{' '}
          {groove.name}
        </Typography>
        <Typography noWrap sx={{ flex: 1, fontSize: TEXT.note, color: color('soft') }}>
          a number plays one in context
        </Typography>
        <Select
          bare
          label="Order"
          value={bench.sorting}
          options={Object.entries(SORTINGS).map(([value, label]) => ({ value: value as Sorting, label }))}
          onChange={(sorting) => useBench.setState({ sorting })}
        />
        <Choice
          chosen={bench.playableOnly}
          onClick={() => useBench.setState({ playableOnly: !bench.playableOnly })}
        >
          Playable only
        </Choice>
      </Box>
      {bench.trouble && (
        <Typography role="alert" sx={{ color: color('warn'), fontSize: TEXT.control }}>
          {bench.trouble}
        </Typography>
      )}
      {bench.short && (
        <Typography
          role="status"
          aria-label="Why not twelve"
          sx={{ fontSize: TEXT.note, color: color('soft') }}
        >
          {bench.short}
        </Typography>
      )}
      <Box
        role="group"
        aria-label="Fills"
        aria-busy={bench.making}
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
            onChoose={() => choose(one)}
          />
        ))}
      </Box>
      {chosen?.pattern.madeBy?.cells && (
        <CellStrip
          key={chosen.pattern.id}
          document={document}
          groove={groove.id}
          candidate={chosen}
          plan={chosen.pattern.madeBy.cells}
        />
      )}
      {chosen ? (
        <ChosenBar document={document} groove={groove.id} candidate={chosen} onKeep={() => keep(chosen)} />
      ) : (
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
          Press a fill, or its number, to hear it with the groove before and after.
        </Typography>
      )}
      <LongTakeStrip
        document={document}
        groove={groove.id}
        onHear={(window) => setHeard(window.candidate)}
        onUse={(window) => {
          const { candidate } = window;
          useBench.setState(({ fills: before }) => ({
            fills: [candidate, ...before.filter((one) => one.pattern.id !== candidate.pattern.id)],
            sorting: 'as made',
          }));
          choose(candidate);
        }}
      />
    </BenchFrame>
  );
}

/** Numbers hear a fill, arrows step through them, and letters work on the chosen one. */
function useBenchKeys(
  document: SongDocument,
  fills: readonly Candidate[],
  chosen: Candidate | null,
  choose: (one: Candidate | null) => void,
  keep: (one: Candidate) => boolean,
): void {
  const at = chosen ? fills.indexOf(chosen) : -1;
  const show = (one: Candidate | undefined) => {
    if (one) choose(one);
    return one !== undefined;
  };
  const withChosen = (deed: (one: Candidate) => unknown) => () => chosen !== null && deed(chosen) !== false;
  useCommands(FILL_COMMANDS, {
    hear: (nth) => show(fills[nth]),
    step: (by) => show(fills[at < 0 ? 0 : Math.min(fills.length - 1, Math.max(0, at + by))]),
    keep: withChosen(keep),
    discard: withChosen((one) => discardFill(one.pattern.id)),
    near: withChosen((one) => void makeNear(document, one)),
    stop: withChosen(() => choose(null)),
  });
}
