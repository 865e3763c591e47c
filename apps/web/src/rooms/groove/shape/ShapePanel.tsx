import { Box, Button, Typography } from '@mui/material';
import { keepShapes, resolve, shapeHits } from '@plucky/core/pattern';
import {
  apply,
  type ChangeSet,
  indexOf,
  isRefusal,
  latenessOf,
  omit,
  type Outcome,
  type PlayedFeel,
  type RuleInput,
  type Shape,
  type SongDocument,
} from '@plucky/core/song';
import { counted, type Grid, ticksToMs } from '@plucky/core/time';
import { useMemo, useState } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { useGroove, useGrooveFields } from '../../../session/groove.ts';
import { rememberRule, useRulesUsed } from '../../../session/rules-used.ts';
import { useSession } from '../../../session/store.ts';
import { freshId, freshSeed } from '../../../shared/fresh-id.ts';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { Select } from '../../../shared/ui/Select.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { rowsMeant, voicesOf } from '../actions/row-context.ts';
import type { PatternView, Row } from '../pattern-view.ts';
import { SidePanel } from '../SidePanel.tsx';
import { useOutcomePreview } from '../useOutcomePreview.ts';
import { FeelSource } from './FeelSource.tsx';
import { type RuleEntry, rulePatternOf, SHAPE_RULES, SOW_RULES } from './rule-menu.ts';
import { RuleFields } from './RuleFields.tsx';
import { sowRows } from './sow-rows.ts';
import { useFeel } from './useFeel.ts';

/** Rules: one is seen on the rows and heard before it is taken. */
export function ShapePanel({ view }: { view: PatternView }) {
  const [rule, setRule] = useState<RuleEntry | null>(null);
  const rows = useMeantRows(view);
  const hits = useGroove((session) => session.hits);
  return (
    <SidePanel label="Rules" about={`On ${meantWords(view, rows, hits)}`} title={rule ? rule.title : 'Rules'}>
      {(hits.size > 1 || rows.length < view.rows.length) && rows.length > 0 && (
        <QuietButton
          title="Let go of what is chosen; rules then act on every row"
          onClick={() =>
            useGroove.setState({ hits: new Set(), rows: new Set(view.rows.map((row) => row.key)) })
          }
        >
          All rows
        </QuietButton>
      )}
      {rule ? (
        <RuleSettings key={rule.title} view={view} rows={rows} rule={rule} onDone={() => setRule(null)} />
      ) : (
        <>
          <Typography variant="caption" component="p" sx={{ mt: 0, mb: 1 }}>
            Choose one row, or several with Ctrl. Chosen hits are changed alone.
          </Typography>
          <RuleList title="Add hits" rules={SOW_RULES} onChoose={setRule} />
          <RuleList title="Change hits" rules={SHAPE_RULES} onChoose={setRule} />
        </>
      )}
    </SidePanel>
  );
}

function useMeantRows(view: PatternView): readonly Row[] {
  const session = useGrooveFields('rows', 'hits', 'caret');
  return useMemo(() => rowsMeant(view, session), [view, session]);
}

/** Words for the hits that rules act on. */
function meantWords(view: PatternView, rows: readonly Row[], hits: ReadonlySet<string>): string {
  if (hits.size > 1) return `${counted(hits.size, 'hit')} on ${counted(rows.length, 'row')}`;
  if (!rows.length || rows.length === view.rows.length) return 'all rows';
  return rows.length > 3 ? counted(rows.length, 'row') : rows.map((row) => row.name).join(', ');
}

function RuleList<R extends RuleEntry>({
  title,
  rules,
  onChoose,
}: {
  title: string;
  rules: readonly R[];
  onChoose: (rule: R) => void;
}) {
  return (
    <Box component="section" aria-label={title} sx={{ mb: 2 }}>
      <Typography
        component="h3"
        sx={{ fontFamily: 'inherit', fontSize: TEXT.small, fontWeight: 500, color: color('soft'), mb: 0.5 }}
      >
        {title}
      </Typography>
      {rules.map((rule) => (
        <Button
          key={rule.title}
          variant="text"
          fullWidth
          onClick={() => onChoose(rule)}
          sx={{
            display: 'block',
            textAlign: 'left',
            px: 1,
            py: 0.4,
            mx: -1,
            width: 'calc(100% + 16px)',
            color: color('ink'),
          }}
        >
          <Box component="span" sx={{ display: 'block', fontSize: TEXT.control, lineHeight: 1.3 }}>
            {rule.title}
          </Box>
          <Box
            component="span"
            sx={{
              display: 'block',
              fontSize: TEXT.fine,
              fontWeight: 400,
              lineHeight: 1.25,
              color: color('soft'),
            }}
          >
            {rule.about}
          </Box>
        </Button>
      ))}
    </Box>
  );
}

function RuleSettings({
  view,
  rows,
  rule,
  onDone,
}: {
  view: PatternView;
  rows: readonly Row[];
  rule: RuleEntry;
  onDone: () => void;
}) {
  const used = rows.length ? rows : view.rows;
  const [set, setSet] = useState<RuleSet>(() => ({
    // As it was taken last, but for what belongs to the hits of that time.
    ...startOf(rule, used[0]?.grid ?? 4),
    seed: freshSeed(),
    onto: otherRow(view, used[0]),
  }));
  const change = (fields: Partial<RuleSet>) => setSet((before) => ({ ...before, ...fields }));
  const feel = useFeel(view, rule.needsFeel === true);
  return (
    <>
      <Typography variant="caption" component="p" sx={{ mt: -1, mb: 1.25 }}>
        {rule.about}
      </Typography>
      <RuleFields
        choices={rule.choices}
        choice={set.choice}
        numbers={rule.fields.map((one) => ({ ...one, now: set.numbers[one.name] ?? one.usual }))}
        grid={rule.asksGrid?.(set.choice) ? set.grid : null}
        seed={rule.random ? set.seed : null}
        onChange={({ numbers, ...fields }) =>
          setSet((before) => ({ ...before, ...fields, numbers: { ...before.numbers, ...numbers } }))
        }
      >
        {rule.needsRow && (
          <Select
            fullWidth
            label={set.choice === 'path' ? 'In turn with' : 'On'}
            value={set.onto}
            options={view.rows.map((row) => ({ value: row.voice.id, label: row.name }))}
            onChange={(onto) => change({ onto })}
            sx={{ mb: 1 }}
          />
        )}
        {rule.needsFeel && <FeelSource view={view} feel={feel} />}
        {rule.offersLateness && (
          <Lateness
            view={view}
            used={used}
            taken={set.numbers['lateness'] ?? 0}
            onTake={(lateness) => change({ numbers: { ...set.numbers, lateness } })}
          />
        )}
      </RuleFields>
      <RuleEffect
        {...{ view, used, rule, set, onDone }}
        played={feel.played}
        onTaken={() => {
          rememberRule(rule.title, set);
          onDone();
        }}
      />
    </>
  );
}

/** The values that a rule's panel opens with. */
function startOf({ title, choices }: RuleEntry, grid: Grid): Pick<RuleSet, 'numbers' | 'choice' | 'grid'> {
  const used = useRulesUsed.getState().used[title];
  const numbers: Readonly<Record<string, number>> = used?.numbers ?? {};
  return {
    numbers: omit(numbers, 'lateness'),
    choice: used?.choice ?? Object.keys(choices ?? {})[0] ?? '',
    grid: used?.grid ?? grid,
  };
}

/** Lateness of the hits on the whole, and an offer to take it out first. */
function Lateness({
  view,
  used,
  taken,
  onTake,
}: {
  view: PatternView;
  used: readonly Row[];
  taken: number;
  onTake: (ms: number) => void;
}) {
  const chosen = useGroove((session) => session.hits);
  const late = useMemo(() => {
    const rows = new Set(voicesOf(used));
    const meant = view.hits.flatMap(({ hit }) =>
      hit.origin !== 'silenced' && (chosen.size > 1 ? chosen.has(hit.id) : rows.has(hit.voice)) ? [hit] : [],
    );
    const gridFor = (voice: string) => view.rows.find((row) => row.voice.id === voice)?.grid ?? 4;
    return latenessOf(meant, gridFor, indexOf(view.document).song.tempo);
  }, [view, used, chosen]);
  const words = late === 0 ? 'on the grid' : `${Math.abs(late)} ms ${late > 0 ? 'late' : 'early'}`;
  return (
    <Typography sx={{ fontSize: TEXT.plain, color: color('soft'), mb: 1 }}>
      On the whole they are {words}.{' '}
      {late !== 0 && taken !== late && (
        <QuietButton onClick={() => onTake(late)}>Take that out first</QuietButton>
      )}
    </Typography>
  );
}

/** Settings of a rule in its panel. */
interface RuleSet {
  readonly numbers: Readonly<Record<string, number>>;
  readonly choice: string;
  readonly grid: Grid;
  readonly seed: number;
  /** The other row, for rules that lead to one. */
  readonly onto: string;
}

/** The effect of a rule, drawn and heard in the rows, and the ways to take it. */
function RuleEffect({
  view,
  used,
  rule,
  set: { numbers, choice, grid, seed, onto },
  played,
  onDone,
  onTaken,
}: {
  view: PatternView;
  used: readonly Row[];
  rule: RuleEntry;
  set: RuleSet;
  played: PlayedFeel | null;
  onDone: () => void;
  onTaken: () => void;
}) {
  const { document } = view;
  const { pattern } = view.resolved;
  const edit = useEdit();
  const hits = useGroove((session) => session.hits);
  const stretch = useSession((session) => session.loop);
  // Chosen hits are changed alone, but only while they are of the song and not of the preview.
  const ids = hits.size > 1 ? hits : null;
  const input = useMemo(
    (): RuleInput => ({
      ...rulePatternOf(view),
      voices: voicesOf(used),
      grid,
      at: (name) => numbers[name] ?? rule.parameters[name]?.usual ?? 0,
      onto,
      choice,
      seed,
      ...(played ? { feel: played } : {}),
      // Chosen hits are meant in any place.
      stretch: ids ? null : stretch,
    }),
    [view, used, rule, numbers, choice, grid, seed, onto, played, stretch, ids],
  );
  const outcome = useMemo(
    (): Outcome =>
      rule.kind === 'shape'
        ? shapeHits(document, pattern.id, rule.make(input), ids)
        : sowRows(document, pattern.id, used, rule.make(input), input.at('velocity')),
    [document, pattern.id, used, rule, input, ids],
  );
  useOutcomePreview(view, outcome, `${pattern.name}, as it would be`, `${rule.title}, not taken yet`);
  const words = useMemo(() => effectWords(document, outcome, pattern.id), [document, outcome, pattern.id]);
  const take = () => {
    if (edit(() => outcome)) onTaken();
  };
  const keep = () => {
    if (rule.kind !== 'shape') return;
    const shape: Shape = { ...rule.make(input), id: freshId() };
    if (edit((now) => keepShapes(now, pattern.id, [shape]))) onTaken();
  };
  return (
    <>
      <Typography
        role="status"
        aria-label="What the rule does"
        sx={{ fontSize: TEXT.plain, color: color('soft'), my: 1 }}
      >
        {words}
      </Typography>
      <Button
        variant="contained"
        color="primary"
        fullWidth
        disabled={!outcome || isRefusal(outcome)}
        onClick={take}
        sx={{ mb: 0.75 }}
      >
        Take it
      </Button>
      {rule.kind === 'shape' && (pattern.parent ?? pattern.fromRow) && !ids && (
        <Button
          fullWidth
          title="The rule runs again whenever what is followed changes"
          onClick={keep}
          sx={{ mb: 0.75 }}
        >
          Keep as a rule
        </Button>
      )}
      <Button variant="text" fullWidth onClick={onDone}>
        Back without taking
      </Button>
    </>
  );
}

function otherRow(view: PatternView, row: Row | undefined): string {
  return view.rows.find((one) => one.voice.id !== row?.voice.id)?.voice.id ?? row?.voice.id ?? '';
}

/** The farthest that an outcome moves a hit that stays, in ms; 0 for none. */
function movesIn(document: SongDocument, outcome: ChangeSet, id: string): number {
  const { tempo } = indexOf(document).song;
  const msOf = ({ at, offsetMs }: { at: number; offsetMs: number }) => ticksToMs(at, tempo) + offsetMs;
  const before = new Map(resolve(document, id).hits.map((hit) => [hit.id, msOf(hit)]));
  const after = resolve(apply(document, outcome).document, id).hits;
  const moves = after.map((hit) => Math.abs(msOf(hit) - (before.get(hit.id) ?? msOf(hit))));
  return Math.round(Math.max(0, ...moves));
}

/** Numbers of hits that an outcome adds, silences and changes, counted from the two documents. */
function effectWords(document: SongDocument, outcome: Outcome, id: string): string {
  if (outcome === null) return 'Nothing would change.';
  if (isRefusal(outcome)) return outcome.reason;
  const [before, after] = [document.records[id], outcome.put.find((record) => record.id === id)];
  if (before?.kind !== 'pattern' || after?.kind !== 'pattern') return '';
  const added = Object.keys(after.own).filter((hit) => !Object.hasOwn(before.own, hit)).length;
  const silenced = after.silenced.filter((hit) => !before.silenced.includes(hit)).length;
  const changed =
    Object.entries(after.own).filter(([hit, now]) => before.own[hit] && before.own[hit] !== now).length +
    Object.entries(after.changed).filter(([hit, now]) => before.changed[hit] !== now).length;
  const moves = movesIn(document, outcome, id);
  const parts = [
    added && `${added} added`,
    silenced && `${silenced} silenced`,
    changed && `${changed} changed`,
    moves && `moved by up to ${moves} ms`,
  ].filter(Boolean);
  return parts.length ? `${parts.join(', ')}.` : 'Nothing would change.';
}
