import { Box, MenuItem, TextField, Typography } from '@mui/material';
import {
  indexOf,
  inTurn,
  lastPlaceIn,
  limbsOf,
  unusedName,
  type Candidate,
  type Outcome,
  type Pattern,
  type SongDocument,
} from '@plucky/core';
import { useSnackbar } from 'notistack';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { hasCommand, useKeys } from '../../app/useKeys.ts';
import { useDocumentState, useEdit, useSong } from '../../document/context.tsx';
import { freshId } from '../../document/ids.ts';
import { useSession } from '../../session/store.ts';
import { setPreview } from '../../transport/preview.ts';
import { Choice } from '../../ui/parts.tsx';
import { color } from '../../ui/tokens.ts';
import {
  chooseFill,
  discardFill,
  layOnBench,
  makeFills,
  makeNear,
  shownFills,
  useBench,
  type Sorting,
} from './bench.ts';
import { CandidateCard } from './CandidateCard.tsx';
import { ChosenBar } from './ChosenBar.tsx';
import { CONTEXT_ID, inContext, type Landing } from './context.ts';
import { LongTakeStrip } from './LongTakeStrip.tsx';
import { PlaceBar } from './PlaceBar.tsx';
import { RecipePanel } from './RecipePanel.tsx';

const SORTINGS: Readonly<Record<Sorting, string>> = {
  'as made': 'Most different first',
  contrast: 'Most contrast first',
  busy: 'Busiest first',
  lift: 'Most lift first',
};

/** Where fills are made, heard in context, chosen and placed. */
export function FillsRoom() {
  const document = useDeferredValue(useSong());
  const songId = useDocumentState((state) => state.songId);
  const wanted = useSession((session) => session.pattern);
  const index = indexOf(document);
  const drums = index.parts
    .filter((part) => part.type === 'drums')
    .flatMap((part) => index.patternsOf(part.id));
  const groove = drums.find((one) => one.id === wanted && one.role !== 'fill') ?? drums[0];
  if (!groove)
    return (
      <Typography sx={{ p: 3 }}>Fills are made from a drum pattern. Make one in Groove first.</Typography>
    );
  return <BenchFor key={`${songId} ${groove.id}`} songId={songId} document={document} groove={groove} />;
}

function BenchFor({ songId, document, groove }: { songId: string; document: SongDocument; groove: Pattern }) {
  const edit = useEdit();
  const { enqueueSnackbar } = useSnackbar();
  const bench = useBench();
  const [landing, setLanding] = useState<Landing | null>(null);
  const [heard, setHeard] = useState<Candidate | null>(null);
  const fills = shownFills(bench);
  const chosen = fills.find((one) => one.pattern.id === bench.chosen) ?? null;
  const ready = bench.songId === songId && bench.groove === groove.id;

  useEffect(() => layOnBench(songId, document, groove.id), [songId, document, groove.id]);
  useEffect(() => {
    if (ready) void makeFills(document);
    // Edits of the song elsewhere leave the bench as it is; another recipe or groove makes it anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [ready, bench.recipe]);

  useContextPreview(document, groove, heard ?? chosen, landing);

  const choose = (one: Candidate | null) => {
    setHeard(null);
    chooseFill(one?.pattern.id ?? null);
  };
  const keep = (one: Candidate, after: (document: SongDocument, fill: string) => Outcome = () => null) => {
    const id = freshId();
    const kept = edit((now) => {
      const name = unusedName(indexOf(now), groove.part, `${groove.name.slice(0, 66)} fill`);
      const pattern: Pattern = { ...one.pattern, id, name, order: lastPlaceIn(now, groove.part) };
      return inTurn(now, 'keep a fill', [
        () => ({ label: 'keep a fill', put: [pattern], remove: [] }),
        (next) => after(next, id),
      ]);
    });
    if (kept) enqueueSnackbar(`A fill of ${groove.name} is kept.`);
    return kept;
  };
  useBenchKeys(document, fills, chosen, choose, keep);

  const hands = useMemo(
    () =>
      bench.showsHands
        ? new Map(
            bench.fills.map(({ pattern }) => [
              pattern.id,
              limbsOf({ records: { ...document.records, [pattern.id]: pattern } }, pattern.id).hands,
            ]),
          )
        : null,
    [bench.showsHands, bench.fills, document],
  );
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '262px minmax(0, 1fr)',
        gridTemplateRows: 'minmax(0, 1fr)',
        height: '100%',
      }}
    >
      <RecipePanel document={document} groove={groove.id} />
      <Box
        component="section"
        aria-label="Bench"
        sx={{ overflow: 'auto', p: 2, pt: 1.25, display: 'flex', flexDirection: 'column', gap: 1.25 }}
      >
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <Typography variant="h2" noWrap sx={{ fontSize: 20 }}>
            {fills.length} {fills.length === 1 ? 'fill' : 'fills'} for the end of {groove.name}
          </Typography>
          <Typography noWrap sx={{ flex: 1, fontSize: 12.5, color: color('soft') }}>
            a number plays one in context
          </Typography>
          <TextField
            select
            size="small"
            value={bench.sorting}
            onChange={(event) => useBench.setState({ sorting: event.target.value as Sorting })}
            slotProps={{ select: { 'aria-label': 'Order' } }}
          >
            {Object.entries(SORTINGS).map(([value, words]) => (
              <MenuItem key={value} value={value}>
                {words}
              </MenuItem>
            ))}
          </TextField>
          <Choice
            chosen={bench.playableOnly}
            onClick={() => useBench.setState({ playableOnly: !bench.playableOnly })}
          >
            Playable only
          </Choice>
        </Box>
        {bench.trouble && (
          <Typography role="alert" sx={{ color: color('warn'), fontSize: 13.5 }}>
            {bench.trouble}
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
        {chosen ? (
          <ChosenBar document={document} groove={groove.id} candidate={chosen} onKeep={() => keep(chosen)} />
        ) : (
          <Typography sx={{ fontSize: 13, color: color('soft') }}>
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
        <PlaceBar
          document={document}
          landing={landing}
          disabled={!chosen}
          onLanding={setLanding}
          onPlace={(place, where) => {
            if (chosen && keep(chosen, place)) enqueueSnackbar(`Placed: ${where}.`);
          }}
        />
      </Box>
    </Box>
  );
}

/** Plays what is chosen in its context: bars of the groove, the fill, and the bar that it lands in. */
function useContextPreview(
  document: SongDocument,
  groove: Pattern,
  candidate: Candidate | null,
  landing: Landing | null,
): void {
  useEffect(() => {
    if (!candidate) return;
    setPreview({
      document: inContext(document, groove.id, candidate.pattern, landing),
      scope: { kind: 'section', section: CONTEXT_ID },
      title: 'The fill in context, looping',
      detail: `${groove.name}, the fill, then the landing`,
      playsAtOnce: true,
    });
    return () => setPreview(null);
  }, [document, groove, candidate, landing]);
}

/** Numbers hear a fill, arrows step through them, and letters work on the chosen one. */
function useBenchKeys(
  document: SongDocument,
  fills: readonly Candidate[],
  chosen: Candidate | null,
  choose: (one: Candidate | null) => void,
  keep: (one: Candidate) => boolean,
): void {
  useKeys((event) => {
    if (hasCommand(event) || event.altKey) return false;
    if (/^\d$/.test(event.key)) {
      const one = fills[(Number(event.key) + 9) % 10];
      if (one) choose(one);
      return one !== undefined;
    }
    const at = chosen ? fills.indexOf(chosen) : -1;
    const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: 4, ArrowUp: -4 }[event.key];
    if (step !== undefined) {
      const next = at < 0 ? fills[0] : fills[Math.min(fills.length - 1, Math.max(0, at + step))];
      if (next) choose(next);
      return next !== undefined;
    }
    if (!chosen) return false;
    if (event.key === 'Enter') return keep(chosen);
    if (event.key === 'Delete' || event.key === 'Backspace') discardFill(chosen.pattern.id);
    else if (event.key.toLowerCase() === 'n') void makeNear(document, chosen);
    else if (event.key === 'Escape') choose(null);
    else return false;
    return true;
  });
}
