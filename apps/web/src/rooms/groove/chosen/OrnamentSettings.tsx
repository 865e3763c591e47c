import { Box, Typography } from '@mui/material';
import { GRACES, rollCount } from '@plucky/core/pattern';
import type { Hit, Layered, Roll } from '@plucky/core/song';
import { capital, counted, gridName, GRIDS, gridTicks } from '@plucky/core/time';
import { withKeys } from '../../../shared/keys/command.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { rangeText, sharedChoice, signed } from '../../../shared/ui/range-text.ts';
import { Select } from '../../../shared/ui/Select.tsx';
import { VelocityAmount } from '../../../shared/ui/VelocityAmount.tsx';
import { ROW_COMMANDS } from '../actions/groove-commands.ts';
import type { HitActions } from '../actions/hit-actions.ts';
import type { Row } from '../pattern-view.ts';

type Actions = Pick<HitActions, 'set' | 'roll' | 'flam' | 'layer'>;

/** The roll and the flam of the chosen hits: switched on by a press, and then set. */
export function OrnamentSettings({
  hits,
  heardMs,
  row,
  actions,
}: {
  hits: readonly Hit[];
  /** Time from the pattern's start to the first one, in ms. */
  heardMs: number;
  row: Row;
  actions: Actions;
}) {
  const rolls = hits.flatMap((hit) => hit.roll ?? []);
  const flams = hits.flatMap((hit) => hit.flam ?? []);
  const layers = hits.flatMap((hit) => hit.layered ?? []);
  const [roll, flam, layered] = [rolls[0], flams[0], layers[0]];
  return (
    <Box sx={{ mt: 1 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: roll || flam || layered ? 1 : 0 }}>
        <Choice
          chosen={Boolean(roll)}
          title={withKeys('None, 2, 3, 4, 6 strokes', ROW_COMMANDS.roll)}
          onClick={() => actions.roll()}
        >
          {roll ? `Roll of ${rangeText(rolls.map(rollCount))}` : 'Roll'}
        </Choice>
        <Choice
          chosen={Boolean(flam)}
          title={withKeys('None, flam, drag, ruff', ROW_COMMANDS.flam)}
          onClick={() => actions.flam()}
        >
          {capital(flam ? (sharedChoice(flams.map(({ kind }) => kind)).value ?? 'several') : 'flam')}
        </Choice>
        <Choice
          chosen={Boolean(layered)}
          title={withKeys('Several strokes over some ms, panned across', ROW_COMMANDS.layer)}
          onClick={() => actions.layer()}
        >
          {layered ? `${rangeText(layers.map(({ strokes }) => strokes))} layers` : 'Layers'}
        </Choice>
      </Box>
      {layered && <LayerSettings layers={layers} first={layered} actions={actions} />}
      {roll && <RollSettings rolls={rolls} row={row} actions={actions} />}
      {flam && (
        <>
          <Amount
            label="Grace strokes apart"
            value={flam.ms}
            min={5}
            max={80}
            text={`${rangeText(flams.map(({ ms }) => ms))} ms`}
            onChange={(ms, gesture) =>
              actions.set((hit) => (hit.flam ? { flam: { ...hit.flam, ms } } : {}), 'flam', gesture)
            }
          />
          <Amount
            label="Grace strokes at"
            value={flam.share}
            min={5}
            max={100}
            text={`${rangeText(flams.map(({ share }) => share))} %`}
            onChange={(share, gesture) =>
              actions.set((hit) => (hit.flam ? { flam: { ...hit.flam, share } } : {}), 'flam', gesture)
            }
          />
          {GRACES[flam.kind] * flam.ms > heardMs && (
            <Typography variant="caption" component="p" sx={{ m: 0 }}>
              Grace strokes before the very start have no place there, and are left out when nothing comes
              before.
            </Typography>
          )}
        </>
      )}
    </Box>
  );
}

function RollSettings({ rolls, row, actions }: { rolls: readonly Roll[]; row: Row; actions: Actions }) {
  const [roll] = rolls;
  const set = (change: (roll: Roll) => Roll, gesture?: string) =>
    actions.set((hit) => (hit.roll ? { roll: change(hit.roll) } : {}), 'roll', gesture);
  if (!roll) return null;
  const valuesOf = (of: (one: Roll) => number) => rolls.map(of);
  const step = gridTicks(row.grid);
  const spans = [...new Set([step / 2, step, 2 * step, 3 * step, 4 * step, 8 * step, roll.span])].sort(
    (a, b) => a - b,
  );
  return (
    <>
      <Select
        fullWidth
        label="Strokes"
        {...sharedChoice(rolls.map(strokesOf))}
        options={STROKES}
        onChange={(strokes) => set((before) => withStrokes(before, strokes))}
        sx={{ mt: 0.5, mb: 1 }}
      />
      <Select
        fullWidth
        label="Over"
        {...sharedChoice(valuesOf(({ span }) => span))}
        options={spans.map((ticks) => ({
          value: ticks,
          label: `${counted(ticks / step, 'step')} of the row`,
        }))}
        onChange={(span) => set((before) => ({ ...before, span }))}
        sx={{ mb: 1 }}
      />
      <VelocityAmount
        label="Last velocity"
        value={roll.velocity}
        text={rangeText(valuesOf(({ velocity }) => velocity))}
        onChange={(velocity, gesture) => set((before) => ({ ...before, velocity }), gesture)}
      />
      <Amount
        label="Bend of the way"
        value={roll.curve}
        min={-100}
        max={100}
        text={rangeText(
          valuesOf(({ curve }) => curve),
          bendText,
        )}
        onChange={(curve, gesture) => set((before) => ({ ...before, curve }), gesture)}
      />
      <Amount
        label="Last pitch"
        value={roll.pitch}
        min={-24}
        max={24}
        text={`${rangeText(
          valuesOf(({ pitch }) => pitch),
          signed,
        )} semitones`}
        onChange={(pitch, gesture) => set((before) => ({ ...before, pitch }), gesture)}
      />
      <Amount
        label="Left and right in turn"
        value={roll.pan}
        min={0}
        max={100}
        text={`${rangeText(valuesOf(({ pan }) => pan))} %`}
        onChange={(pan, gesture) => set((before) => ({ ...before, pan }), gesture)}
      />
    </>
  );
}

function LayerSettings({
  layers,
  first,
  actions,
}: {
  layers: readonly Layered[];
  first: Layered;
  actions: Actions;
}) {
  const fields = [
    { key: 'strokes', label: 'Layers', min: 2, max: 8, unit: '' },
    { key: 'ms', label: 'Over', min: 0, max: 200, unit: ' ms' },
    { key: 'pan', label: 'Panned across', min: 0, max: 100, unit: ' %' },
  ] as const;
  return fields.map(({ key, label, min, max, unit }) => (
    <Amount
      key={key}
      label={label}
      value={first[key]}
      min={min}
      max={max}
      text={`${rangeText(layers.map((one) => one[key]))}${unit}`}
      onChange={(value, gesture) =>
        actions.set(
          (hit) => (hit.layered ? { layered: { ...hit.layered, [key]: value } } : {}),
          'layers',
          gesture,
        )
      }
    />
  ));
}

function bendText(curve: number): string {
  return curve === 0 ? 'straight' : `${Math.abs(curve)} ${curve < 0 ? 'early' : 'late'}`;
}

function strokesOf({ hits, grid = 8 }: Roll): string {
  return hits === undefined ? `rate ${grid}` : String(hits);
}

const STROKES = [
  ...Array.from({ length: 11 }, (_, i) => ({ value: String(i + 2), label: `${i + 2} hits` })),
  ...GRIDS.filter((grid) => grid >= 4).map((grid) => ({
    value: `rate ${grid}`,
    label: `at the rate of ${gridName(grid)}`,
  })),
];

function withStrokes({ hits: _, grid: __, ...rest }: Roll, value: string): Roll {
  const rate = GRIDS.find((grid) => value === `rate ${grid}`);
  return rate ? { ...rest, grid: rate } : { ...rest, hits: Number(value) };
}
