import { Box, Button, Typography } from '@mui/material';
import {
  busier as busierPlan,
  type Candidate,
  candidateOf,
  conflictPlace,
  contextFor,
  measured,
  recipeOf,
  remakeAround,
  type Repair,
  repairsFor,
  sparser,
} from '@plucky/core/make';
import { feelOf, resolve } from '@plucky/core/pattern';
import { indexOf, isChange, type LimbConflict, type SongDocument, withRecord } from '@plucky/core/song';
import { beatTicks } from '@plucky/core/time';
import { freshSeed } from '../../../shared/fresh-id.ts';
import { withKeys } from '../../../shared/keys/command.ts';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { FILL_COMMANDS } from '../draft-commands.ts';

/** By how much one press makes a fill busier or less busy, in percent points. */
const BUSIER = 12;

/** Actions on the chosen draft of a fill. */
export function ChosenBar({
  document,
  groove,
  candidate,
  locked,
  showsHands,
  onLock,
  onHands,
  onDiscard,
  onNear,
  onChange,
}: {
  document: SongDocument;
  groove: string;
  candidate: Candidate;
  /** The beats that stay when the rest is made anew, counted from 0. */
  locked: ReadonlySet<number>;
  showsHands: boolean;
  onLock: (locked: ReadonlySet<number>) => void;
  onHands: () => void;
  onDiscard: () => void;
  onNear: () => void;
  /** Takes the fill as it is after a change. */
  onChange: (next: Candidate) => void;
}) {
  const { pattern } = candidate;
  const recipe = recipeOf(candidate);
  const beat = beatTicks(feelOf(document, resolve(document, groove)).meter);
  const beats = Math.ceil(recipe.takeOver / beat);
  const take = (next: Candidate | { reason: string }) => {
    if (!('reason' in next)) onChange(next);
  };
  const { cells } = recipe;
  const busier = (by: number) => {
    if (cells) {
      const context = contextFor(document, groove, recipe, pattern.length);
      const next = by > 0 ? busierPlan(cells, context, freshSeed()) : sparser(cells);
      if (next && !('reason' in next)) take(candidateOf(document, groove, { ...recipe, cells: next }));
      return;
    }
    const busy = Math.min(100, Math.max(5, recipe.busy + by));
    if (busy !== recipe.busy) take(candidateOf(document, groove, { ...recipe, busy }));
  };
  const lock = (one: number) => {
    const next = new Set(locked);
    if (!next.delete(one)) next.add(one);
    onLock(next);
  };
  return (
    <Box component="section" aria-label="The chosen fill" sx={{ display: 'grid', gap: 0.75 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.75 }}>
        <Button title={withKeys('Out of the drafts', FILL_COMMANDS.discard)} onClick={onDiscard}>
          Discard
        </Button>
        <Button title={withKeys('Others near this one', FILL_COMMANDS.near)} onClick={onNear}>
          More like this
        </Button>
        <Button title="Fewer hits of the same fill (−)" onClick={() => busier(-BUSIER)}>
          Less busy
        </Button>
        <Button title="More hits of the same fill (=)" onClick={() => busier(BUSIER)}>
          Busier
        </Button>
        <Choice chosen={showsHands} title="Which hand takes which hit" onClick={onHands}>
          Hands
        </Choice>
        <Box
          role="group"
          aria-label="Beats that stay"
          sx={{ display: 'flex', alignItems: 'center', gap: 0.5, ml: 1 }}
        >
          <Typography component="span" sx={{ fontSize: TEXT.note, color: color('soft') }}>
            Lock beats
          </Typography>
          {Array.from({ length: Math.min(beats, 8) }, (_, i) => (
            <Choice key={i} chosen={locked.has(i)} onClick={() => lock(i)}>
              {i + 1}
            </Choice>
          ))}
          <Button
            disabled={!locked.size || locked.size >= beats}
            title="The other beats, made anew"
            onClick={() => take(remakeAround(document, groove, candidate, locked, beat, freshSeed()))}
          >
            Remake the rest
          </Button>
        </Box>
      </Box>
      <Figures candidate={candidate} />
      <Conflicts document={document} candidate={candidate} onChange={onChange} />
    </Box>
  );
}

/** Measures of the fill. */
function Figures({ candidate: { figures } }: { candidate: Candidate }) {
  const words = [
    `${figures.hitsPerBeat.toFixed(1)} hits a beat`,
    `lift ${Math.round(figures.lift)} %`,
    `contrast with the groove ${Math.round(figures.contrast * 100)} %`,
    `${figures.leadIn.toFixed(2)} beats from the last hit to the downbeat`,
  ];
  return (
    <Typography aria-label="Figures of the fill" sx={{ fontSize: TEXT.note, color: color('soft') }}>
      {words.join(' · ')}
    </Typography>
  );
}

const WAYS: Readonly<Record<Repair['way'], string>> = {
  move: 'Move it',
  drop: 'Drop it',
  swap: 'Play it on',
};

/** Number of conflicts named before the rest is only counted. */
const MOST_NAMED = 3;

/** Each place that hands and feet cannot play, why and by how much, with what mends it in one step. */
function Conflicts({
  document,
  candidate,
  onChange,
}: {
  document: SongDocument;
  candidate: Candidate;
  onChange: (next: Candidate) => void;
}) {
  const { conflicts } = candidate;
  if (!conflicts.length) return null;
  return (
    <Box role="status" aria-label="Limb conflicts" sx={{ fontSize: TEXT.plain }}>
      {conflicts.slice(0, MOST_NAMED).map((one) => (
        <Conflict key={one.id} document={document} candidate={candidate} conflict={one} onChange={onChange} />
      ))}
      {conflicts.length > MOST_NAMED && (
        <Box sx={{ color: color('warn') }}>and {conflicts.length - MOST_NAMED} more</Box>
      )}
    </Box>
  );
}

function Conflict({
  document,
  candidate,
  conflict,
  onChange,
}: {
  document: SongDocument;
  candidate: Candidate;
  conflict: LimbConflict;
  onChange: (next: Candidate) => void;
}) {
  const { pattern } = candidate;
  const index = indexOf(document);
  const withIt = withRecord(document, pattern);
  const mend = ({ outcome }: Repair) => {
    if (!isChange(outcome)) return;
    const next = outcome.put.find((record) => record.id === pattern.id);
    if (next?.kind !== 'pattern') return;
    onChange(measured(document, next, recipeOf(candidate).takeOver));
  };
  const why = {
    hands: 'more hands than two',
    hand: `a hand is ${Math.ceil(conflict.by)} ms too slow`,
    foot: `a foot is ${Math.ceil(conflict.by)} ms too slow`,
  }[conflict.why];
  return (
    <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
      <Box component="span" sx={{ color: color('warn') }}>
        {index.voice(conflict.voice)?.name} at {conflictPlace(withIt, pattern.id, conflict)}: {why}
      </Box>
      {repairsFor(withIt, pattern.id, conflict).map((one) => (
        <QuietButton key={one.way} onClick={() => mend(one)}>
          {WAYS[one.way]}
          {one.onto ? ` ${index.voice(one.onto)?.name.toLowerCase()}` : ''}
        </QuietButton>
      ))}
    </Box>
  );
}
