import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import {
  changeHits,
  clampVelocity,
  editVoices,
  GRIDS,
  gridName,
  gridTicks,
  isTriplet,
  placeName,
  removePattern,
  setAccentAmount,
  setRowGrids,
  type Hit,
  type Voice,
} from '@plucky/core';
import { useEdit, useIndex, useSong } from '../../document/context.tsx';
import { choosePattern, useSession } from '../../session/store.ts';
import { Amount, Group } from '../../ui/parts.tsx';
import { color, SERIF } from '../../ui/tokens.ts';
import { shapeWords } from './shape-words.ts';
import { useRowActions } from './useRowActions.ts';
import type { PatternView, PlacedHit, Row } from './view.ts';

/** What is chosen in the rows and what can be set of it: hits, their row, and what the pattern says otherwise. */
export function Inspector({ view }: { view: PatternView }) {
  const chosen = useSession((session) => session.hits);
  const caret = useSession((session) => session.caret);
  const hits = view.hits.filter((one) => chosen.has(one.hit.id));
  const row = view.rows.find((one) => one.key === (hits[0]?.row ?? caret?.row));
  return (
    <Box
      component="aside"
      aria-label="What is chosen"
      sx={{ overflow: 'auto', borderLeft: `1px solid ${color('line')}`, p: 2, pt: 1.5 }}
    >
      {hits.length > 0 && row ? <HitSettings view={view} hits={hits} row={row} /> : <Hint view={view} />}
      {row && <RowSettings view={view} row={row} />}
      <PatternSettings view={view} />
    </Box>
  );
}

function Hint({ view }: { view: PatternView }) {
  return (
    <Typography sx={{ fontSize: 13.5, color: color('soft'), mb: 2 }}>
      {view.hits.length
        ? 'Press a stem to choose it; drag it along to move it, up or down for its velocity. Double-press removes it.'
        : 'Press in a row to place a hit, or move with the arrow keys and press A.'}
    </Typography>
  );
}

function HitSettings({ view, hits, row }: { view: PatternView; hits: readonly PlacedHit[]; row: Row }) {
  const edit = useEdit();
  const actions = useRowActions(view);
  const first = hits[0]?.hit;
  if (!first) return null;
  const ids = hits.map((one) => one.hit.id);
  const id = view.resolved.pattern.id;
  const mean = (of: (hit: Hit) => number) => hits.reduce((sum, one) => sum + of(one.hit), 0) / hits.length;
  const velocity = Math.round(mean((hit) => hit.velocity));
  const late = Math.round(mean((hit) => hit.offsetMs));
  const lengths = [
    ...new Set([
      ...GRIDS.map((grid) => gridTicks(grid) / 2),
      ...GRIDS.map(gridTicks),
      1920,
      3840,
      first.length,
    ]),
  ];
  const allSilent = hits.every((one) => one.hit.origin === 'silenced');
  const differs = hits.some((one) => one.hit.origin === 'changed' || one.hit.origin === 'silenced');
  const sameRow = hits.every((one) => one.row === row.key);
  return (
    <Box component="section" aria-label="Chosen hits" sx={{ mb: 2 }}>
      <Typography sx={{ fontSize: 12.5, color: color('soft') }}>
        {sameRow ? row.name : 'Several rows'}
      </Typography>
      <Typography sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: 18, mb: 1 }}>
        {hits.length === 1 ? `Hit at ${placeName(first.at, view.meter)}` : `${hits.length} hits chosen`}
      </Typography>
      <Amount
        label="Velocity"
        value={velocity}
        min={1}
        max={127}
        text={String(velocity)}
        onChange={(next, gesture) =>
          edit(
            (document) =>
              changeHits(
                document,
                id,
                ids,
                (hit) => ({ velocity: clampVelocity(hit.velocity + next - velocity) }),
                'change velocity',
              ),
            gesture,
          )
        }
      />
      <Amount
        label="Early / late"
        value={late}
        min={-60}
        max={60}
        text={`${late > 0 ? '+' : ''}${late} ms`}
        onChange={(next, gesture) =>
          edit(
            (document) => changeHits(document, id, ids, () => ({ offsetMs: next }), 'early or late'),
            gesture,
          )
        }
      />
      <TextField
        select
        fullWidth
        size="small"
        label="Length"
        value={first.length}
        onChange={(event) =>
          edit((document) =>
            changeHits(
              document,
              id,
              ids,
              () => ({ length: Number(event.target.value) }),
              'change the length of hits',
            ),
          )
        }
        sx={{ my: 1 }}
      >
        {lengths
          .sort((a, b) => a - b)
          .map((ticks) => (
            <MenuItem key={ticks} value={ticks}>
              {noteLength(ticks)}
            </MenuItem>
          ))}
      </TextField>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        <Button onClick={() => actions.silence()}>{allSilent ? 'Bring back' : 'Silence'}</Button>
        <Button onClick={() => actions.remove()}>Remove</Button>
        {sameRow && <Button onClick={() => actions.accent(first.at)}>Accent</Button>}
        {differs && view.resolved.pattern.parent && (
          <Button onClick={() => actions.followAgain()}>Follow again</Button>
        )}
      </Box>
    </Box>
  );
}

/** A length in ticks as a share of a whole note. */
function noteLength(ticks: number): string {
  const share = 3840 / ticks;
  if (share === 1) return 'whole note';
  return Number.isInteger(share) ? `1/${share}` : `${ticks} ticks`;
}

function RowSettings({ view, row }: { view: PatternView; row: Row }) {
  const edit = useEdit();
  const { voice } = row;
  const set = (fields: Partial<Voice>, label: string, gesture: string) =>
    edit((document) => editVoices(document, [voice.id], () => fields, label), gesture);
  return (
    <Box sx={{ borderTop: `1px solid ${color('line')}`, pt: 1.5 }}>
      <Group title={`Row · ${voice.name}`}>
        <TextField
          select
          fullWidth
          size="small"
          label="Grid in this pattern"
          value={row.grid}
          onChange={(event) => {
            const grid = GRIDS.find((one) => one === Number(event.target.value));
            if (grid) edit((document) => setRowGrids(document, view.resolved.pattern.id, [voice.id], grid));
          }}
          sx={{ mt: 0.5, mb: 1 }}
        >
          {GRIDS.map((grid) => (
            <MenuItem key={grid} value={grid}>
              {gridName(grid)}
            </MenuItem>
          ))}
        </TextField>
        {!isTriplet(row.grid) && (
          <Amount
            label="Swing share"
            value={voice.swingShare}
            min={0}
            max={100}
            text={`${voice.swingShare} %`}
            onChange={(swingShare, gesture) => set({ swingShare }, 'swing share', gesture)}
          />
        )}
        <Amount
          label="Whole row early / late"
          value={voice.offsetMs}
          min={-40}
          max={40}
          text={`${voice.offsetMs > 0 ? '+' : ''}${voice.offsetMs} ms`}
          onChange={(offsetMs, gesture) => set({ offsetMs }, 'row early or late', gesture)}
        />
        <Amount
          label="Accent share"
          value={voice.accentShare}
          min={0}
          max={100}
          text={`${voice.accentShare} %`}
          onChange={(accentShare, gesture) => set({ accentShare }, 'accent share', gesture)}
        />
      </Group>
    </Box>
  );
}

function PatternSettings({ view }: { view: PatternView }) {
  const edit = useEdit();
  const document = useSong();
  const index = useIndex();
  const { pattern, accentAmount, accents } = view.resolved;
  const remove = () => {
    if (!edit((now) => removePattern(now, pattern.id))) return;
    const left =
      index.patternsOf(pattern.part).find((one) => one.id !== pattern.id) ??
      index.patternsOf(index.parts[0]?.id ?? '')[0];
    if (left && removePattern(document, pattern.id)) choosePattern(left.id);
  };
  return (
    <Box sx={{ borderTop: `1px solid ${color('line')}`, pt: 1.5 }}>
      {accents.length > 0 && (
        <Amount
          label="Accents add"
          value={accentAmount}
          min={0}
          max={64}
          text={`+${accentAmount}`}
          onChange={(amount, gesture) => edit((now) => setAccentAmount(now, pattern.id, amount), gesture)}
        />
      )}
      {pattern.parent && <ChangesOfItsOwn view={view} />}
      <Button variant="text" onClick={remove} sx={{ ml: -1 }}>
        Remove this pattern
      </Button>
    </Box>
  );
}

/** How many changes are listed before the rest is only counted. */
const MOST_LISTED = 8;

function ChangesOfItsOwn({ view }: { view: PatternView }) {
  const { pattern, loose } = view.resolved;
  const rowName = (key: string) => view.rows.find((row) => row.key === key)?.name ?? key;
  const verbs = { own: 'added', changed: 'changed', silenced: 'silenced' } as const;
  const byEdit = new Set([...Object.keys(pattern.own), ...Object.keys(pattern.changed), ...pattern.silenced]);
  const lines = view.hits.flatMap(({ hit, row }) =>
    hit.origin === 'followed' || !byEdit.has(hit.id)
      ? []
      : [`${rowName(row)} ${verbs[hit.origin]} at ${placeName(hit.at, view.meter)}`],
  );
  const shapes = pattern.shapes.map(shapeWords);
  const all = [...shapes, ...lines];
  return (
    <Group title="Changes of its own">
      {all.length === 0 && <Typography sx={{ fontSize: 13 }}>None yet: it sounds as its parent.</Typography>}
      {all.slice(0, MOST_LISTED).map((line, i) => (
        <Typography key={`${i} ${line}`} sx={{ fontSize: 13 }}>
          {line}
        </Typography>
      ))}
      {all.length > MOST_LISTED && (
        <Typography sx={{ fontSize: 13, color: color('soft') }}>
          and {all.length - MOST_LISTED} more
        </Typography>
      )}
      {loose.length > 0 && (
        <Typography sx={{ fontSize: 13, color: color('warn') }}>
          {loose.length} {loose.length === 1 ? 'edit is' : 'edits are'} loose: their hits are gone from the
          parent.
        </Typography>
      )}
    </Group>
  );
}
