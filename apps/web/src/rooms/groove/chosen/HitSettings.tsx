import SilenceIcon from '@mui/icons-material/BlockRounded';
import AccentIcon from '@mui/icons-material/ChevronRightRounded';
import RemoveIcon from '@mui/icons-material/DeleteOutlined';
import FollowIcon from '@mui/icons-material/RestoreRounded';
import { Box, Typography } from '@mui/material';
import { type Likeness, LIKENESSES } from '@plucky/core/pattern';
import { clampVelocity, type Hit, LIMITS, saysSame } from '@plucky/core/song';
import { counted, noteLength, noteLengthFrom, placeFrom, placeName, ticksToMs } from '@plucky/core/time';
import { useRef } from 'react';
import { withKeys } from '../../../shared/keys/command.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Deed } from '../../../shared/ui/Deed.tsx';
import { DraftField } from '../../../shared/ui/DraftField.tsx';
import { Fold } from '../../../shared/ui/Fold.tsx';
import { notify } from '../../../shared/ui/notify.ts';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { rangeText, signed } from '../../../shared/ui/range-text.ts';
import { TimesSelect } from '../../../shared/ui/TimesSelect.tsx';
import { color, SERIF, TEXT } from '../../../shared/ui/tokens.ts';
import { ROW_COMMANDS } from '../actions/groove-commands.ts';
import { useRowActions } from '../actions/useRowActions.ts';
import type { PatternView, PlacedHit, Row } from '../pattern-view.ts';
import { GlideAndHold } from './GlideAndHold.tsx';
import { OrnamentSettings } from './OrnamentSettings.tsx';

/** Velocity, timing, length, rounds, place and ornaments of the chosen hits. */
export function HitSettings({
  view,
  hits,
  row,
}: {
  view: PatternView;
  hits: readonly PlacedHit[];
  row: Row;
}) {
  const actions = useRowActions(view);
  const first = hits[0]?.hit;
  if (!first) return null;
  const rowCount = new Set(hits.map((one) => one.row)).size;
  const drums = view.part.type === 'drums';
  return (
    <Box component="section" aria-label="Chosen hits" sx={{ mb: 2 }}>
      <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
        {rowCount === 1 ? row.name : `On ${counted(rowCount, 'row')}`}
      </Typography>
      <Typography sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.title, mb: 0.5 }}>
        {hits.length === 1 ? `Hit at ${placeName(first.at, view.meter)}` : `${hits.length} hits chosen`}
      </Typography>
      <ChosenVelocity hits={hits} actions={actions} />
      <Amount
        label="Early / late"
        value={meanOf(hits, (hit) => hit.offsetMs)}
        min={-60}
        max={60}
        text={`${rangeText(
          hits.map(({ hit }) => hit.offsetMs),
          signed,
        )} ms`}
        onChange={(next, gesture) => actions.set(() => ({ offsetMs: next }), 'early or late', gesture)}
      />
      {!drums && <GlideAndHold hits={hits} actions={actions} />}
      <HitDeeds hits={hits} view={view} actions={actions} />
      <OrnamentSettings
        hits={hits.map((one) => one.hit)}
        heardMs={ticksToMs(hits[0]?.heard ?? 0, view.frame.tempo)}
        row={row}
        actions={actions}
      />
      <Fold title={drums ? 'Length, pan, tuning' : 'Length, pan'} says={moreWords(hits)} name="hit">
        <MoreOfHits hits={hits} view={view} actions={actions} />
      </Fold>
      <Fold title="Choose alike" says="">
        <Alike onChoose={(likeness) => actions.chooseAlike(likeness)} />
      </Fold>
    </Box>
  );
}

type Actions = ReturnType<typeof useRowActions>;

interface Chosen {
  readonly hits: readonly PlacedHit[];
  readonly view: PatternView;
  readonly actions: Actions;
}

function meanOf(hits: readonly PlacedHit[], of: (hit: Hit) => number): number {
  return Math.round(hits.reduce((sum, { hit }) => sum + of(hit), 0) / hits.length);
}

/** Accent, silence, remove, and follow again where something differs from the parent. */
function HitDeeds({ hits, view, actions }: Chosen) {
  const allSilent = hits.every(({ hit }) => hit.origin === 'silenced');
  const differs = hits.some(({ hit }) => hit.origin === 'changed' || hit.origin === 'silenced');
  const { parent, fromRow } = view.resolved.pattern;
  return (
    <Box sx={{ display: 'flex', gap: 0.75, mt: 0.5 }}>
      <Deed
        name="Accent"
        title={withKeys('Accent: by the accent of the pattern', ROW_COMMANDS.accent)}
        isOn={hits.every(({ hit }) => hit.accent)}
        onPress={() => actions.accent()}
      >
        <AccentIcon fontSize="small" />
      </Deed>
      <Deed
        name={allSilent ? 'Bring back' : 'Silence'}
        title={withKeys(allSilent ? 'Bring back' : 'Silence', ROW_COMMANDS.silence)}
        isOn={allSilent}
        onPress={() => actions.silence()}
      >
        <SilenceIcon fontSize="small" />
      </Deed>
      <Deed name="Remove" title={withKeys('Remove', ROW_COMMANDS.remove)} onPress={() => actions.remove()}>
        <RemoveIcon fontSize="small" />
      </Deed>
      {differs && (parent ?? fromRow) !== undefined && (
        <Deed
          name="Follow again"
          title={withKeys('Follow again: forget what differs here', ROW_COMMANDS.followAgain)}
          onPress={() => actions.followAgain()}
        >
          <FollowIcon fontSize="small" />
        </Deed>
      )}
    </Box>
  );
}

function moreWords(hits: readonly PlacedHit[]): string {
  const [first] = hits;
  const same = hits.every(({ hit }) => hit.length === first?.hit.length);
  return first && same ? noteLength(first.hit.length) : 'several lengths';
}

/** Settings of hits that are seldom wanted: place, length, pan, tuning, and in which rounds they play. */
function MoreOfHits({ hits, view, actions }: Chosen) {
  const [one] = hits;
  if (!one) return null;
  const first = one.hit;
  const drums = view.part.type === 'drums';
  const pan = meanOf(hits, (hit) => hit.pan ?? 0);
  const sameTimes = hits.every(({ hit }) => saysSame(hit.times ?? null, first.times ?? null));
  return (
    <>
      <PlaceAndLength hits={hits} view={view} actions={actions} />
      <Amount
        label="Pan"
        value={pan}
        min={-100}
        max={100}
        text={rangeText(
          hits.map(({ hit }) => hit.pan ?? 0),
          panText,
        )}
        onChange={(next, gesture) => actions.set(() => ({ pan: next }), 'pan', gesture)}
      />
      {drums && (
        <Amount
          label="Tuned"
          value={meanOf(hits, (hit) => hit.pitch)}
          min={-24}
          max={24}
          text={`${rangeText(
            hits.map(({ hit }) => hit.pitch),
            signed,
          )} semitones`}
          onChange={(next, gesture) => actions.set(() => ({ pitch: next }), 'tune', gesture)}
        />
      )}
      <TimesSelect
        label="Plays"
        times={sameTimes ? (first.times ?? undefined) : null}
        onChange={(times) => actions.set(() => ({ times: times ?? null }), 'sound in some rounds')}
        helperText={first.times ? 'So it is in its slots; alone, the pattern has it each time.' : undefined}
        sx={{ mt: 1.25, mb: 0.5 }}
      />
      {drums && (first.pitch !== 0 || pan !== 0) && (
        <Typography variant="caption" component="p" sx={{ m: 0, mt: 0.5 }}>
          Tuning and pan are heard here; a drum’s MIDI note names the drum, so the file keeps it as it is.
        </Typography>
      )}
    </>
  );
}

/** The velocity of all chosen hits: a slider in proportion, a typed number for each. */
function ChosenVelocity({ hits, actions }: { hits: readonly PlacedHit[]; actions: Actions }) {
  const began = useRef<{ gesture: string; velocities: ReadonlyMap<string, number>; mean: number } | null>(
    null,
  );
  const velocity = Math.round(hits.reduce((sum, { hit }) => sum + hit.velocity, 0) / hits.length);
  return (
    <Amount
      label="Velocity"
      value={velocity}
      min={1}
      max={127}
      text={rangeText(hits.map((one) => one.hit.velocity))}
      onChange={(next, gesture) => {
        // In proportion to what the velocities were when the gesture began, so that going back brings them back.
        if (began.current?.gesture !== gesture) {
          const velocities = new Map(hits.map(({ hit }) => [hit.id, hit.velocity]));
          began.current = { gesture, velocities, mean: Math.max(1, velocity) };
        }
        const { velocities, mean: from } = began.current;
        actions.set(
          (hit) => ({ velocity: clampVelocity(((velocities.get(hit.id) ?? hit.velocity) * next) / from) }),
          'change velocity',
          gesture,
        );
      }}
      onType={(next) => actions.set(() => ({ velocity: next }), 'change velocity')}
    />
  );
}

/** The place of one hit, and the length of all that are chosen. */
function PlaceAndLength({ hits, view, actions }: Chosen) {
  const first = hits[0]?.hit;
  if (!first) return null;
  const say = (text: string) => notify(`${text} Nothing was changed.`, { variant: 'warning' });
  const sameLength = hits.every((one) => one.hit.length === first.length);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1, my: 1 }}>
      {hits.length === 1 && (
        <DraftField
          label="Place"
          value={placeName(first.at, view.meter)}
          most={16}
          onChange={(text) => {
            const at = placeFrom(text, view.meter);
            if (at === null) say(`“${text}” is no place. One is written like “bar 2, beat 3½” or 2.3.3.`);
            else actions.set(() => ({ at }), 'move hits');
          }}
        />
      )}
      <DraftField
        label="Length"
        value={sameLength ? noteLength(first.length) : 'several'}
        most={16}
        onChange={(text) => {
          const length = noteLengthFrom(text);
          if (length === null) say(`“${text}” is no length. One is written like 1/16, or in ticks.`);
          else actions.set(() => ({ length: Math.min(LIMITS.pattern, length) }), 'change the length of hits');
        }}
      />
    </Box>
  );
}

function panText(pan: number): string {
  if (pan === 0) return 'as its row';
  return `${Math.abs(pan)} ${pan < 0 ? 'left' : 'right'}`;
}

const ALIKE_WORDS: Readonly<Record<Likeness, string>> = {
  velocity: 'the same velocity',
  place: 'the same place in the bar',
  'every other': 'every other',
};

/** Goes from what is chosen to what is like it on the same rows. */
function Alike({ onChoose }: { onChoose: (likeness: Likeness) => void }) {
  return (
    <Box
      role="group"
      aria-label="Choose alike"
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1.25, mb: 0.5 }}
    >
      <Typography sx={{ fontSize: TEXT.note, color: color('soft'), lineHeight: '24px' }}>Choose</Typography>
      {LIKENESSES.map((likeness) => (
        <QuietButton key={likeness} onClick={() => onChoose(likeness)}>
          {ALIKE_WORDS[likeness]}
        </QuietButton>
      ))}
    </Box>
  );
}
