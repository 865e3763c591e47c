import { Box, Button, Typography } from '@mui/material';
import {
  setAccentAmount,
  setHarmony,
  setPatternMeter,
  setPatternSwing,
  shelfPatternOf,
} from '@plucky/core/pattern';
import { HARMONIES, type Harmony } from '@plucky/core/song';
import { placeName } from '@plucky/core/time';
import { useEdit } from '../../../document/context.tsx';
import { openPanel } from '../../../session/groove.ts';
import { withKeys } from '../../../shared/keys/command.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Fold } from '../../../shared/ui/Fold.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { later } from '../../../shared/ui/later.tsx';
import { MeterField } from '../../../shared/ui/MeterField.tsx';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { Select } from '../../../shared/ui/Select.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { PATTERN_COMMANDS } from '../actions/groove-commands.ts';
import { useRowActions } from '../actions/useRowActions.ts';
import type { PatternView } from '../pattern-view.ts';
import { usePutOnShelf } from '../shelf/usePutOnShelf.ts';
import { Humanising } from './Humanising.tsx';

const LooseEdits = later(async () => (await import('../rules/LooseEdits.tsx')).LooseEdits);
const KeptRules = later(async () => (await import('../rules/KeptRules.tsx')).KeptRules);

const Controllers = later(async () => (await import('./Controllers.tsx')).Controllers);
const FollowedRow = later(async () => (await import('./NotesFromRow.tsx')).FollowedRow);

/** Settings of the whole pattern, and its deviations from the one that it follows. */
export function PatternSettings({ view }: { view: PatternView }) {
  const { pattern } = view.resolved;
  return (
    <>
      {view.part.type === 'notes' && <OverChords view={view} />}
      <Fold title="Pattern" says={patternWords(view)}>
        <WholePattern view={view} />
      </Fold>
      <WhatMoves view={view} />
      {view.part.type === 'notes' && <Controllers view={view} />}
      <LooseEdits view={view} />
      <KeptRules view={view} />
      {pattern.fromRow && <FollowedRow view={view} />}
      {(pattern.parent ?? pattern.fromRow) && <ChangesOfItsOwn view={view} />}
      <Box sx={{ borderTop: `1px solid ${color('line')}`, pt: 0.75 }}>
        <QuietButton
          title={withKeys('What it follows, copies, pieces, where it is played', PATTERN_COMMANDS.family)}
          onClick={() => openPanel('family')}
        >
          Links…
        </QuietButton>
      </Box>
    </>
  );
}

/** Settings of a pattern, in few words. */
function patternWords({ resolved: { pattern, humanise }, frame: { swing } }: PatternView): string {
  const heard = swing.amount === 50 ? 'straight' : `swing ${swing.amount} %`;
  const played = humanise?.ms ? `humanised ± ${humanise.ms} ms` : 'not humanised';
  return `${pattern.meter ? 'own meter, ' : ''}${heard}, ${played}`;
}

function WholePattern({ view }: { view: PatternView }) {
  const edit = useEdit();
  const actions = useRowActions(view);
  const { pattern, accentAmount, accents } = view.resolved;
  return (
    <>
      <Box sx={{ mt: 0.5, mb: 1 }}>
        <MeterField
          fullWidth
          value={pattern.meter ?? null}
          none={{
            label: pattern.parent ? 'as its parent or the song' : 'as the song',
            choose: () => edit((now) => setPatternMeter(now, pattern.id, null)),
          }}
          onChange={(meter) => edit((now) => setPatternMeter(now, pattern.id, meter))}
        />
      </Box>
      <OwnSwing view={view} />
      {(accents.length > 0 || view.hits.some(({ hit }) => hit.accent)) && (
        <Amount
          label="Accents add"
          value={accentAmount}
          min={0}
          max={64}
          text={`+${accentAmount}`}
          onChange={(amount, gesture) => edit((now) => setAccentAmount(now, pattern.id, amount), gesture)}
        />
      )}
      <Humanising view={view} />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mt: 1 }}>
        <Button title="Remove every hit of every row" onClick={() => actions.clearPattern()}>
          Clear the pattern
        </Button>
        <PutOnShelf view={view} />
      </Box>
    </>
  );
}

/** Way of its notes over the chords of the slots that play it. */
function OverChords({ view }: { view: PatternView }) {
  const edit = useEdit();
  const { pattern, harmony } = view.resolved;
  return (
    <Select
      fullWidth
      label="Over chords"
      value={harmony}
      // Only a pattern of an older song has the ways of before.
      options={HARMONIES.filter((value) => value !== 'chord notes' || value === harmony).map((value) => ({
        value,
        label: HARMONY_NAMES[value],
      }))}
      onChange={(value) => edit((now) => setHarmony(now, pattern.id, value))}
      sx={{ mb: 1, mt: 0.5 }}
    />
  );
}

const HARMONY_NAMES: Readonly<Record<Harmony, string>> = {
  semitones: 'stays as written',
  degrees: 'in degrees of the scale',
  'named chord notes': 'in notes of the chord',
  'chord notes': 'in notes of the chord, as before',
};

/** Swing of the pattern, which it can have of its own: a groove from elsewhere brings its own. */
function OwnSwing({ view }: { view: PatternView }) {
  const edit = useEdit();
  const { pattern } = view.resolved;
  const { swing } = view.frame;
  if (!pattern.swing)
    return (
      <QuietButton
        title="Give the pattern a swing of its own"
        onClick={() => edit((now) => setPatternSwing(now, pattern.id, swing))}
      >
        {swing.amount === 50 ? 'Straight, as the song…' : `Swings ${swing.amount} %, as the song…`}
      </QuietButton>
    );
  return (
    <>
      <Amount
        label={`Swing of its own, on ${swing.unit}ths`}
        value={swing.amount}
        min={50}
        max={75}
        text={swing.amount === 50 ? 'straight' : `${swing.amount} %`}
        onChange={(amount, gesture) =>
          edit((now) => setPatternSwing(now, pattern.id, { ...swing, amount }), gesture)
        }
      />
      <QuietButton onClick={() => edit((now) => setPatternSwing(now, pattern.id, null))}>
        Let go: swing as the song
      </QuietButton>
    </>
  );
}

function PutOnShelf({ view }: { view: PatternView }) {
  const put = usePutOnShelf();
  const { pattern } = view.resolved;
  return (
    <Button
      disabled={put.isPending || !view.hits.length}
      onClick={() => put.mutate(shelfPatternOf(view.document, pattern.id))}
    >
      Put on the shelf
    </Button>
  );
}

/** Movements by the pattern's controls, and their meaning for an export. */
function WhatMoves({ view }: { view: PatternView }) {
  const kinds = [...new Set(view.resolved.controls.map((control) => control.kind))];
  if (!kinds.length) return null;
  return (
    <Group title="What moves">
      <Typography sx={{ fontSize: TEXT.plain }}>
        Its {kinds.join(', ')}. The hits that are moved leave on a channel and track of their own.
      </Typography>
    </Group>
  );
}

/** Number of changes listed before the rest is only counted. */
const MOST_LISTED = 8;

function ChangesOfItsOwn({ view }: { view: PatternView }) {
  const { pattern } = view.resolved;
  const rowName = (key: string) => view.rows.find((row) => row.key === key)?.name ?? key;
  const verbs = { own: 'added', changed: 'changed', silenced: 'silenced' } as const;
  const byEdit = new Set([...Object.keys(pattern.own), ...Object.keys(pattern.changed), ...pattern.silenced]);
  const lines = view.hits.flatMap(({ hit, row }) =>
    hit.origin === 'followed' || !byEdit.has(hit.id)
      ? []
      : [`${rowName(row)} ${verbs[hit.origin]} at ${placeName(hit.at, view.meter)}`],
  );
  return (
    <Fold title="Changes of its own" says={lines.length ? String(lines.length) : 'none'}>
      {lines.length === 0 && (
        <Typography sx={{ fontSize: TEXT.plain }}>
          {pattern.shapes.length ? 'None beside its rules.' : 'None: it sounds as its parent.'}
        </Typography>
      )}
      {lines.slice(0, MOST_LISTED).map((line, i) => (
        <Typography key={`${i} ${line}`} sx={{ fontSize: TEXT.plain }}>
          {line}
        </Typography>
      ))}
      {lines.length > MOST_LISTED && (
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
          and {lines.length - MOST_LISTED} more
        </Typography>
      )}
    </Fold>
  );
}
