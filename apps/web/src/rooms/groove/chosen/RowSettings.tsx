import SilenceIcon from '@mui/icons-material/BlockRounded';
import ClearIcon from '@mui/icons-material/DeleteOutlined';
import LaterIcon from '@mui/icons-material/EastRounded';
import EarlierIcon from '@mui/icons-material/WestRounded';
import { Box } from '@mui/material';
import { setRowGrids } from '@plucky/core/pattern';
import { editVoices, type Voice } from '@plucky/core/song';
import { gridName, GRIDS, isTuplet } from '@plucky/core/time';
import { useEdit } from '../../../document/context.tsx';
import { withKeys } from '../../../shared/keys/command.ts';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Deed } from '../../../shared/ui/Deed.tsx';
import { Fold } from '../../../shared/ui/Fold.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { later } from '../../../shared/ui/later.tsx';
import { rangeText, sharedChoice, signed } from '../../../shared/ui/range-text.ts';
import { Select, wordOptions } from '../../../shared/ui/Select.tsx';
import { PATTERN_COMMANDS } from '../actions/groove-commands.ts';
import { voicesOf } from '../actions/row-context.ts';
import { useRowActions } from '../actions/useRowActions.ts';
import type { PatternView, Row } from '../pattern-view.ts';

const NotesFromRow = later(async () => (await import('./NotesFromRow.tsx')).NotesFromRow);

const LIMBS: readonly Voice['limb'][] = ['hand', 'right foot', 'left foot'];

interface RowsSet {
  readonly view: PatternView;
  readonly rows: readonly Row[];
}

/** Settings of a row, or of several at once; they then all take the same value. */
export function RowSettings({ view, rows }: RowsSet) {
  const edit = useEdit();
  const [first] = rows;
  if (!first) return null;
  const ids = voicesOf(rows);
  return (
    <Group title={ids.length > 1 ? `${ids.length} rows together` : `Row · ${first.voice.name}`}>
      <Select
        fullWidth
        label="Grid in this pattern"
        {...sharedChoice(rows.map(({ grid }) => grid))}
        options={GRIDS.map((grid) => ({ value: grid, label: gridName(grid) }))}
        onChange={(grid) => edit((document) => setRowGrids(document, view.resolved.pattern.id, ids, grid))}
        sx={{ mt: 0.5, mb: 1 }}
      />
      <RowDeeds view={view} rows={rows} />
      <Fold title="Feel of the row" says={feelWords(rows)} name="row feel">
        <RowFeel rows={rows} />
      </Fold>
      <Fold title="Sound of the row" says={levelWords(rows)} name="row sound">
        <RowSound view={view} rows={rows} />
      </Fold>
      {view.part.type === 'drums' && ids.length === 1 && <NotesFromRow view={view} row={first.voice.id} />}
    </Group>
  );
}

/** Shift, silence and clear. */
function RowDeeds({ view, rows }: RowsSet) {
  const actions = useRowActions(view);
  const these = voicesOf(rows).length > 1 ? 'these rows' : 'this row';
  return (
    <Box sx={{ display: 'flex', gap: 0.75, mb: 1 }}>
      <Deed
        name="Shift earlier"
        title={withKeys('A step earlier, with wrap', PATTERN_COMMANDS.shift, 0)}
        onPress={() => actions.shift(-1)}
      >
        <EarlierIcon fontSize="small" />
      </Deed>
      <Deed
        name="Shift later"
        title={withKeys('A step later, with wrap', PATTERN_COMMANDS.shift, 1)}
        onPress={() => actions.shift(1)}
      >
        <LaterIcon fontSize="small" />
      </Deed>
      <Deed
        name={`Silence ${these}`}
        title={withKeys(
          `Silence ${these}, also what comes into them later, or bring them back`,
          PATTERN_COMMANDS.silenceRows,
        )}
        onPress={() => actions.silenceRows()}
      >
        <SilenceIcon fontSize="small" />
      </Deed>
      <Deed
        name={`Clear ${these}`}
        title={withKeys(
          `Clear ${these}: remove every hit here, and of no other row`,
          PATTERN_COMMANDS.clearRows,
        )}
        onPress={() => actions.clearRows()}
      >
        <ClearIcon fontSize="small" />
      </Deed>
    </Box>
  );
}

/** Sets fields of the instruments of rows. */
function useSetVoices(rows: readonly Row[]) {
  const edit = useEdit();
  return (fields: Partial<Voice>, label: string, gesture?: string) =>
    edit((document) => editVoices(document, voicesOf(rows), () => fields, label), gesture ?? null);
}

function rangeOf(
  rows: readonly Row[],
  of: (voice: Voice) => number,
  text?: (value: number) => string,
): string {
  return rangeText(
    rows.map(({ voice }) => of(voice)),
    text,
  );
}

function feelWords(rows: readonly Row[]): string {
  return `swing ${rangeOf(rows, (one) => one.swingShare)} %, ${rangeOf(rows, (one) => one.offsetMs, signed)} ms`;
}

function levelWords(rows: readonly Row[]): string {
  return `level ${rangeOf(rows, (one) => one.level)} %`;
}

function RowFeel({ rows }: { rows: readonly Row[] }) {
  const set = useSetVoices(rows);
  const [first] = rows;
  if (!first) return null;
  const { voice } = first;
  return (
    <>
      {!isTuplet(first.grid) && (
        <Amount
          label="Swing share"
          value={voice.swingShare}
          min={0}
          max={100}
          text={`${rangeOf(rows, (one) => one.swingShare)} %`}
          onChange={(swingShare, gesture) => set({ swingShare }, 'swing share', gesture)}
        />
      )}
      <Amount
        label="Whole row early / late"
        value={voice.offsetMs}
        min={-40}
        max={40}
        text={`${rangeOf(rows, (one) => one.offsetMs, signed)} ms`}
        onChange={(offsetMs, gesture) => set({ offsetMs }, 'row early or late', gesture)}
      />
      <Amount
        label="Accent share"
        value={voice.accentShare}
        min={0}
        max={100}
        text={`${rangeOf(rows, (one) => one.accentShare)} %`}
        onChange={(accentShare, gesture) => set({ accentShare }, 'accent share', gesture)}
      />
    </>
  );
}

function RowSound({ view, rows }: RowsSet) {
  const set = useSetVoices(rows);
  const voices = rows.map(({ voice }) => voice);
  const [voice] = voices;
  if (!voice) return null;
  return (
    <>
      <Amount
        label="Level"
        value={voice.level}
        min={0}
        max={100}
        text={`${rangeOf(rows, (one) => one.level)} %`}
        onChange={(level, gesture) => set({ level }, 'level', gesture)}
      />
      <Amount
        label="Pan"
        value={voice.pan}
        min={-100}
        max={100}
        text={rangeOf(rows, (one) => one.pan, panText)}
        onChange={(pan, gesture) => set({ pan }, 'pan', gesture)}
      />
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
    </>
  );
}

function panText(pan: number): string {
  return pan === 0 ? 'middle' : `${Math.abs(pan)} ${pan < 0 ? 'left' : 'right'}`;
}
