import { Box, Button, TextField, Typography } from '@mui/material';
import { gridsToSettle, mergePatterns, type RowGrids } from '@plucky/core/form';
import { familyOrder, renameSeries, shapeAll, unusedName } from '@plucky/core/pattern';
import {
  cutName,
  indexOf,
  isChange,
  type Pattern,
  type Shape,
  type ShapeWay,
  wayOfShape,
} from '@plucky/core/song';
import { gridName } from '@plucky/core/time';
import { useMemo, useState } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { choosePattern, useGroove } from '../../../session/groove.ts';
import { freshId, freshSeed } from '../../../shared/fresh-id.ts';
import { Group } from '../../../shared/ui/Group.tsx';
import { Select, wordOptions } from '../../../shared/ui/Select.tsx';
import type { PatternView } from '../pattern-view.ts';
import { rulePatternOf, SHAPE_RULES } from '../shape/rule-menu.ts';
import { ShapeFields } from '../shape/ShapeFields.tsx';
import { SidePanel } from '../SidePanel.tsx';
import { useOutcomePreview } from '../useOutcomePreview.ts';

/** Panel for several patterns at once: one shape, a series of names, or one pattern made of them all. */
export function SeveralPanel({ view }: { view: PatternView }) {
  const edit = useEdit();
  const index = indexOf(view.document);
  const chosen = useGroove((session) => session.patterns);
  const patterns = index.parts
    .flatMap((part) => familyOrder(index, part.id))
    .map((one) => one.pattern)
    .filter((pattern) => chosen.has(pattern.id));
  const [base, setBase] = useState('');
  const ids = patterns.map((pattern) => pattern.id);
  const rename = () => {
    if (edit((now) => renameSeries(now, ids, base))) setBase('');
  };
  return (
    <SidePanel
      label="Several patterns"
      about={patterns.map((pattern) => pattern.name).join(', ')}
      title={`${patterns.length} patterns`}
    >
      <ShapeThemAll key={ids.join()} view={view} patterns={patterns} />
      <Group title="Rename in a series">
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            rename();
          }}
          sx={{ display: 'flex', gap: 0.75, alignItems: 'flex-start' }}
        >
          <TextField
            size="small"
            label="Name"
            value={base}
            onChange={(event) => setBase(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 70 } }}
            helperText={
              base.trim()
                ? `${base.trim()} 1 … ${base.trim()} ${patterns.length}`
                : 'in the order of the list'
            }
          />
          <Button type="submit" disabled={!base.trim()}>
            Rename
          </Button>
        </Box>
      </Group>
      <MergeThem key={`merge ${ids.join()}`} view={view} patterns={patterns} />
      <Button variant="text" sx={{ ml: -1 }} onClick={() => choosePattern(view.resolved.pattern.id)}>
        Choose one only
      </Button>
    </SidePanel>
  );
}

/** One new pattern that sounds as all of them; where their grids differ, which one its rows show is asked. */
function MergeThem({ view, patterns }: { view: PatternView; patterns: readonly Pattern[] }) {
  const edit = useEdit();
  const index = indexOf(view.document);
  const ids = useMemo(() => patterns.map((pattern) => pattern.id), [patterns]);
  const [grids, setGrids] = useState<RowGrids>({});
  const unsettled = useMemo(() => gridsToSettle(view.document, ids), [view.document, ids]);
  const merge = (how: 'together' | 'in a row') => {
    const [first] = patterns;
    if (!first) return;
    const naming = {
      id: freshId(),
      name: unusedName(index, first.part, `${cutName(first.name, 66)}, merged`),
    };
    if (edit((now) => mergePatterns(now, ids, how, naming, grids))) choosePattern(naming.id);
  };
  return (
    <Group title="Merge into one new pattern">
      {unsettled.map(({ voice, grids: among }) => (
        <Select
          key={voice}
          fullWidth
          label={`Grid of ${index.voice(voice)?.name ?? 'a row'}`}
          value={grids[voice] ?? among[0] ?? null}
          options={among.map((grid) => ({ value: grid, label: gridName(grid) }))}
          onChange={(grid) => setGrids((before) => ({ ...before, [voice]: grid }))}
          sx={{ mt: 0.5, mb: 1 }}
        />
      ))}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        <Button
          title="Layered; slots that layer just these play the new one instead"
          onClick={() => merge('together')}
        >
          Played together
        </Button>
        <Button title="One after another, in the order of the list" onClick={() => merge('in a row')}>
          In a row
        </Button>
      </Box>
      <Typography variant="caption" component="p" sx={{ mt: 0.75 }}>
        {unsettled.length
          ? 'Their grids differ: a grid says what the row shows, and every hit is heard where it was.'
          : 'The patterns themselves stay, and all sounds as before.'}
      </Typography>
    </Group>
  );
}

/** One shape for every chosen pattern, on all their rows; the pattern in view shows what it would do. */
function ShapeThemAll({ view, patterns }: { view: PatternView; patterns: readonly Pattern[] }) {
  const edit = useEdit();
  const { document } = view;
  const [shape, setShape] = useState<Shape | null>(null);
  const ids = useMemo(() => patterns.map((pattern) => pattern.id), [patterns]);
  const outcome = useMemo(() => (shape ? shapeAll(document, ids, shape) : null), [document, ids, shape]);
  useOutcomePreview(
    view,
    outcome,
    `${view.resolved.pattern.name}, as it would be`,
    `One shape for ${ids.length} patterns, not taken yet`,
  );
  const offer = (title: string) => {
    const rule = SHAPE_RULES.find((one) => one.title === title);
    const [first] = view.rows;
    if (!rule || !first) {
      setShape(null);
      return;
    }
    const voices = [...new Set(view.rows.map((row) => row.voice.id))];
    const made = rule.make({
      ...rulePatternOf(view),
      voices,
      grid: first.grid,
      at: (field) => rule.parameters[field]?.usual ?? 0,
      onto: first.voice.id,
      choice: rule.choices?.[0] ?? '',
      seed: freshSeed(),
      stretch: null,
    });
    setShape({ ...made, ...('voices' in made ? { voices: null } : {}) } as Shape);
  };
  const rule = shape && SHAPE_RULES.find((one) => one.way === wayOfShape(shape));
  return (
    <Group title="A rule for all of them">
      <Select
        fullWidth
        label="Rule"
        value={rule?.title ?? null}
        options={wordOptions(FOR_ALL_ROWS.map((one) => one.title))}
        onChange={offer}
        sx={{ mb: 1, mt: 0.5 }}
      />
      {shape && (
        <>
          <ShapeFields shape={shape} view={view} onChange={setShape} />
          <Button
            variant="contained"
            color="primary"
            fullWidth
            disabled={!isChange(outcome)}
            onClick={() => {
              if (edit((now) => shapeAll(now, ids, shape))) setShape(null);
            }}
          >
            Change {patterns.length} patterns
          </Button>
        </>
      )}
    </Group>
  );
}

/** Ways that only make sense for chosen rows. */
const OF_CHOSEN_ROWS: readonly ShapeWay[] = [
  'silence',
  'keep',
  'revoice',
  'pulse',
  'pick up',
  'ghosts',
  'thicken',
];

const FOR_ALL_ROWS = SHAPE_RULES.filter((rule) => !OF_CHOSEN_ROWS.includes(rule.way));
