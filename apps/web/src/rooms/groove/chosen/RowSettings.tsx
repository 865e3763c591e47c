import { Box, Button } from '@mui/material';
import { setRowGrids } from '@plucky/core/pattern';
import { editVoices, type Voice } from '@plucky/core/song';
import { gridName, GRIDS, isTuplet } from '@plucky/core/time';
import { useEdit } from '../../../document/context.tsx';
import { withKeys } from '../../../shared/keys/command.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { later } from '../../../shared/ui/later.tsx';
import { rangeText, sharedChoice, signed } from '../../../shared/ui/range-text.ts';
import { Select, wordOptions } from '../../../shared/ui/Select.tsx';
import { color } from '../../../shared/ui/tokens.ts';
import { PATTERN_COMMANDS } from '../actions/groove-commands.ts';
import { voicesOf } from '../actions/row-context.ts';
import { useRowActions } from '../actions/useRowActions.ts';
import type { PatternView, Row } from '../pattern-view.ts';

const NotesFromRow = later(async () => (await import('./NotesFromRow.tsx')).NotesFromRow);

const LIMBS: readonly Voice['limb'][] = ['hand', 'right foot', 'left foot'];

/** Settings of a row, or of several at once; they then all take the same value. */
export function RowSettings({ view, rows }: { view: PatternView; rows: readonly Row[] }) {
  const edit = useEdit();
  const actions = useRowActions(view);
  const [first] = rows;
  if (!first) return null;
  const { voice } = first;
  const ids = voicesOf(rows);
  const several = ids.length > 1;
  const voices = rows.map((row) => row.voice);
  const range = (of: (voice: Voice) => number, text?: (value: number) => string) =>
    rangeText(voices.map(of), text);
  const set = (fields: Partial<Voice>, label: string, gesture?: string) =>
    edit((document) => editVoices(document, ids, () => fields, label), gesture ?? null);
  return (
    <Box sx={{ borderTop: `1px solid ${color('line')}`, pt: 1.5 }}>
      <Group title={several ? `${ids.length} rows together` : `Row · ${voice.name}`}>
        <Select
          fullWidth
          label="Grid in this pattern"
          {...sharedChoice(rows.map(({ grid }) => grid))}
          options={GRIDS.map((grid) => ({ value: grid, label: gridName(grid) }))}
          onChange={(grid) => edit((document) => setRowGrids(document, view.resolved.pattern.id, ids, grid))}
          sx={{ mt: 0.5, mb: 1 }}
        />
        {!isTuplet(first.grid) && (
          <Amount
            label="Swing share"
            value={voice.swingShare}
            min={0}
            max={100}
            text={`${range((one) => one.swingShare)} %`}
            onChange={(swingShare, gesture) => set({ swingShare }, 'swing share', gesture)}
          />
        )}
        <Amount
          label="Whole row early / late"
          value={voice.offsetMs}
          min={-40}
          max={40}
          text={`${range((one) => one.offsetMs, signed)} ms`}
          onChange={(offsetMs, gesture) => set({ offsetMs }, 'row early or late', gesture)}
        />
        <Amount
          label="Accent share"
          value={voice.accentShare}
          min={0}
          max={100}
          text={`${range((one) => one.accentShare)} %`}
          onChange={(accentShare, gesture) => set({ accentShare }, 'accent share', gesture)}
        />
        <Amount
          label="Level"
          value={voice.level}
          min={0}
          max={100}
          text={`${range((one) => one.level)} %`}
          onChange={(level, gesture) => set({ level }, 'level', gesture)}
        />
        <Amount
          label="Pan"
          value={voice.pan}
          min={-100}
          max={100}
          text={range((one) => one.pan, panText)}
          onChange={(pan, gesture) => set({ pan }, 'pan', gesture)}
        />
        {view.part.type === 'drums' && !several && <NotesFromRow view={view} row={voice.id} />}
        {view.part.type === 'drums' && (
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1, mt: 1 }}>
            <Select
              label="Choke group"
              {...sharedChoice(voices.map(({ choke }) => choke))}
              none={{ label: 'none', choose: () => set({ choke: null }, 'choke group') }}
              options={[1, 2, 3, 4].map((n) => ({ value: n, label: String(n) }))}
              onChange={(choke) => set({ choke }, 'choke group')}
            />
            <Select
              label="Limb"
              {...sharedChoice(voices.map(({ limb }) => limb))}
              options={wordOptions(LIMBS)}
              onChange={(limb) => set({ limb }, 'limb')}
            />
          </Box>
        )}
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mt: 1.25 }}>
          <Button
            title={withKeys('A step earlier, with wrap', PATTERN_COMMANDS.shift, 0)}
            onClick={() => actions.shift(-1)}
          >
            ‹ Shift
          </Button>
          <Button
            title={withKeys('A step later, with wrap', PATTERN_COMMANDS.shift, 1)}
            onClick={() => actions.shift(1)}
          >
            Shift ›
          </Button>
          <Button
            title={withKeys(
              'Also what comes into them later, or bring them back',
              PATTERN_COMMANDS.silenceRows,
            )}
            onClick={() => actions.silenceRows()}
          >
            {several ? 'Silence these rows' : 'Silence this row'}
          </Button>
          <Button
            title={withKeys(
              'Remove every hit of what is chosen here, and of no other row',
              PATTERN_COMMANDS.clearRows,
            )}
            onClick={() => actions.clearRows()}
          >
            {several ? 'Clear these rows' : 'Clear this row'}
          </Button>
        </Box>
      </Group>
    </Box>
  );
}

function panText(pan: number): string {
  return pan === 0 ? 'middle' : `${Math.abs(pan)} ${pan < 0 ? 'left' : 'right'}`;
}
