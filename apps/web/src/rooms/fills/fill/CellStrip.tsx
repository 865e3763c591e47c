import { Box, Button, Typography } from '@mui/material';
import {
  type Candidate,
  candidateOf,
  contextFor,
  exchangeCell,
  ghostCell,
  lowerCell,
  mirrorCell,
  moveEdge,
  type PlanOutcome,
  recipeOf,
  remakeOthers,
  turnGrouping,
} from '@plucky/core/make';
import { type Cell, type CellPlan, type Id, indexOf, type SongDocument } from '@plucky/core/song';
import { counted, plural } from '@plucky/core/time';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { freshSeed } from '../../../shared/fresh-id.ts';
import { notify } from '../../../shared/ui/notify.ts';
import { FamilyStems } from '../../../shared/ui/stems.tsx';
import { color, SERIF, TEXT } from '../../../shared/ui/tokens.ts';
import { Unseen } from '../../../shared/ui/Unseen.tsx';

/** The chosen fill cell by cell: cells are exchanged, mirrored, moved to other drums and regrouped by their edges. */
export function CellStrip({
  document,
  groove,
  candidate,
  plan,
  onChange,
}: {
  document: SongDocument;
  groove: Id;
  candidate: Candidate;
  plan: CellPlan;
  /** Takes the fill as it is after a change. */
  onChange: (next: Candidate) => void;
}) {
  const [at, setAt] = useState(0);
  const chosen = Math.min(at, plan.cells.length - 1);
  const recipe = recipeOf(candidate);
  const context = contextFor(document, groove, recipe, candidate.pattern.length);
  const take = (next: PlanOutcome) => {
    if (!next) return;
    if ('reason' in next) {
      notify(next.reason);
      return;
    }
    const made = candidateOf(document, groove, { ...recipe, cells: next });
    if (!('reason' in made)) onChange(made);
  };
  const letters = plan.cells.map((cell) => cell.letter).join(' ');
  return (
    <Box component="section" aria-label="Cell by cell">
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, mb: 0.5 }}>
        <Typography variant="h3" sx={{ fontFamily: SERIF, fontSize: TEXT.name }}>
          Cell by cell
        </Typography>
        <Typography noWrap sx={{ flex: 1, fontSize: TEXT.note, color: color('soft') }}>
          {letters}: a letter that comes again is the same figure. Press a cell to work on it, drag its edge
          to regroup.
        </Typography>
      </Box>
      <Box role="group" aria-label="Cells" sx={{ display: 'flex', overflowX: 'auto', pb: 0.5 }}>
        {plan.cells.map((cell, i) => (
          <CellBox
            // The place of a cell is what it is known by: its letter and figure may come again.
            key={i}
            document={document}
            cell={cell}
            number={i + 1}
            chosen={i === chosen}
            isLast={i === plan.cells.length - 1}
            onChoose={() => setAt(i)}
            onEdge={(by) => take(moveEdge(plan, i, by, context))}
          />
        ))}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.75, mt: 0.5 }}>
        <Button
          title="Another figure for this cell, and for those of its letter"
          onClick={() => take(exchangeCell(plan, chosen, context, freshSeed()))}
        >
          Another figure
        </Button>
        <Button title="The last cell comes first" onClick={() => take(turnGrouping(plan))}>
          Turn the grouping
        </Button>
        <Button title="This cell back to front" onClick={() => take(mirrorCell(plan, chosen))}>
          Mirror
        </Button>
        <Button title="This cell on the next drum" onClick={() => take(lowerCell(plan, chosen, context))}>
          A drum lower
        </Button>
        <Button
          title="Ghost notes of the snare on its rests, or none"
          onClick={() => take(ghostCell(plan, chosen, context, freshSeed()))}
        >
          Ghosts
        </Button>
        <Button
          title="Every other cell anew, this one kept"
          onClick={() => take(remakeOthers(plan, chosen, context, freshSeed()))}
        >
          Remake the others
        </Button>
        <Typography component="span" sx={{ fontSize: TEXT.note, color: color('soft') }}>
          R and L hands, F foot
        </Typography>
      </Box>
    </Box>
  );
}

/** The width of a step at the least, and the height of a cell's stems, in px. */
const [STEP, HEIGHT] = [26, 54];

function CellBox({
  document,
  cell,
  number,
  chosen,
  isLast,
  onChoose,
  onEdge,
}: {
  document: SongDocument;
  cell: Cell;
  number: number;
  chosen: boolean;
  isLast: boolean;
  onChoose: () => void;
  onEdge: (by: number) => void;
}) {
  const { voice } = indexOf(document);
  const drum = voice(cell.drum)?.name.toLowerCase() ?? 'a drum';
  return (
    <Box sx={{ position: 'relative', flex: `${cell.steps} 0 ${cell.steps * STEP}px`, pr: 0.75 }}>
      <Box
        component="button"
        aria-pressed={chosen}
        onClick={onChoose}
        sx={{
          display: 'block',
          width: '100%',
          px: 0.75,
          py: 0.25,
          textAlign: 'left',
          font: 'inherit',
          color: 'inherit',
          cursor: 'pointer',
          border: `1px solid ${chosen ? color('plum') : color('line')}`,
          boxShadow: chosen ? `inset 0 0 0 1px ${color('plum')}` : 'none',
          borderRadius: '10px',
          background: cell.letter.startsWith('A') ? color('page') : color('fill'),
        }}
      >
        <Box sx={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline' }}>
          <Typography component="span" sx={{ fontFamily: SERIF, fontWeight: 700, fontSize: TEXT.field }}>
            <Unseen>Cell {number}: </Unseen>
            {cell.letter}
            <Unseen>, {cell.figure}, </Unseen>
          </Typography>
          <Typography component="span" sx={{ fontSize: TEXT.tiny, color: color('soft') }}>
            {cell.steps}
            <Unseen> {plural(cell.steps, 'step')}, </Unseen>
          </Typography>
        </Box>
        <CellPicture document={document} cell={cell} />
        <Typography noWrap sx={{ fontSize: TEXT.tiny, color: color('soft') }}>
          {drum}
        </Typography>
      </Box>
      {!isLast && <Edge number={number} steps={cell.steps} onEdge={onEdge} />}
    </Box>
  );
}

function CellPicture({ document, cell }: { document: SongDocument; cell: Cell }) {
  const { voice } = indexOf(document);
  const width = cell.steps * STEP;
  const xOf = (step: number) => (step + 0.35) * STEP;
  return (
    <svg
      width="100%"
      height={HEIGHT + 12}
      viewBox={`0 0 ${width} ${HEIGHT + 12}`}
      aria-hidden="true"
      style={{ display: 'block' }}
    >
      <FamilyStems
        stemsOf={(family) =>
          cell.strokes
            .filter((stroke) => voice(stroke.voice)?.family === family)
            .map((stroke) => ({
              x: xOf(stroke.step),
              base: HEIGHT,
              height: 8 + (stroke.velocity / 127) * (HEIGHT - 16),
              origin: 'own',
              strokes: stroke.flam ? [{ x: xOf(stroke.step) - 5, height: 8 + stroke.velocity / 8 }] : [],
            }))
        }
      />
      {cell.strokes.map((stroke) => (
        <text
          key={`${stroke.step} ${stroke.voice}`}
          x={xOf(stroke.step)}
          y={HEIGHT + 11}
          fontSize={TEXT.tiny}
          textAnchor="middle"
          fill={color('soft')}
        >
          {stroke.by}
        </text>
      ))}
    </svg>
  );
}

/** The edge between a cell and the next one: dragged, or moved by the arrows, it regroups their steps. */
function Edge({ number, steps, onEdge }: { number: number; steps: number; onEdge: (by: number) => void }) {
  const start = useRef<number | null>(null);
  const keys = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    onEdge(by);
  };
  const move = (event: PointerEvent<HTMLDivElement>) => {
    if (start.current === null) return;
    const by = Math.round((event.clientX - start.current) / STEP);
    if (!by) return;
    start.current += by * STEP;
    onEdge(Math.sign(by));
  };
  return (
    <Box
      role="slider"
      tabIndex={0}
      aria-label={`Edge after cell ${number}`}
      aria-valuemin={2}
      aria-valuemax={7}
      aria-valuenow={steps}
      aria-valuetext={counted(steps, 'step')}
      onKeyDown={keys}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        start.current = event.clientX;
      }}
      onPointerMove={move}
      onPointerUp={() => (start.current = null)}
      onPointerCancel={() => (start.current = null)}
      sx={{
        position: 'absolute',
        top: 0,
        bottom: 0,
        right: -6,
        zIndex: 1,
        width: 24,
        cursor: 'ew-resize',
        touchAction: 'none',
        '&:hover::after, &:focus-visible::after': { background: color('plum') },
        '&::after': {
          content: '""',
          position: 'absolute',
          left: 14,
          top: 8,
          bottom: 8,
          width: '2px',
          borderRadius: 1,
        },
      }}
    />
  );
}
