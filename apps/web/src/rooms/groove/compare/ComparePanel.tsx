import { capsOf } from '../../../shared/keys/command.ts';
import { PATTERN_COMMANDS } from '../actions/desk-commands.ts';
import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import {
  barTicks,
  countByVoice,
  familyOrder,
  indexOf,
  inTurn,
  placeName,
  takeAcross,
  type Comparison,
  type Contrast,
  type Counterpart,
  type HitDifference,
  type Tried,
} from '@plucky/core';
import { useMemo } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { freshId } from '../../../shared/fresh-id.ts';
import { choosePattern, useSession } from '../../../session/store.ts';
import { usePreviewWhile } from '../../../transport/preview.ts';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { KeyCap } from '../../../shared/ui/KeyCap.tsx';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { color } from '../../../shared/ui/tokens.ts';
import { SidePanel } from '../SidePanel.tsx';
import type { PatternView } from '../pattern-view.ts';
import { CONTRAST_WORDS } from './CompareMarks.tsx';
import { useComparison, useCounterpart } from './comparison.ts';

/** The pattern in view held against another one or a reference: heard in turn, counted by row, taken across one by one. */
export function ComparePanel({ view }: { view: PatternView }) {
  const counterpart = useCounterpart(view);
  const comparison = useComparison(view);
  return (
    <SidePanel label="Compare" about="Compare" title={`A: ${view.resolved.pattern.name}`}>
      <With view={view} counterpart={counterpart} />
      {comparison ? (
        <>
          <Hear view={view} comparison={comparison} />
          <Counts view={view} comparison={comparison} />
          <OneByOne view={view} comparison={comparison} />
          {counterpart?.kind === 'pattern' && (
            <Button
              variant="text"
              sx={{ ml: -1 }}
              onClick={() => {
                const { id } = view.resolved.pattern;
                choosePattern(counterpart.pattern);
                useSession.setState({ counterpart: { kind: 'pattern', pattern: id } });
              }}
            >
              Change sides: {comparison.name} as A
            </Button>
          )}
        </>
      ) : (
        <Typography sx={{ fontSize: 13.5, color: color('soft') }}>
          There is no other pattern of this part to compare with yet.
        </Typography>
      )}
    </SidePanel>
  );
}

/** What B is: a pattern of the part, or a stretch of bars of an imported reference. */
function With({ view, counterpart }: { view: PatternView; counterpart: Counterpart | null }) {
  const index = indexOf(view.document);
  const { id, part } = view.resolved.pattern;
  const bar = barTicks(view.meter);
  const choose = (next: Counterpart) => useSession.setState({ counterpart: next, hearsCounterpart: false });
  const value = counterpart?.kind === 'pattern' ? counterpart.pattern : (counterpart?.reference ?? '');
  const reference = index.references.find(
    (one) => counterpart?.kind === 'reference' && one.id === counterpart.reference,
  );
  const end = Math.max(0, ...(reference?.notes.map(([at]) => at) ?? []));
  const bars = Math.ceil((end + 1) / bar);
  const span = Math.max(1, Math.ceil(view.length / bar));
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.25, mb: 1.5, mt: 0.5 }}>
      <TextField
        select
        fullWidth
        size="small"
        label="B"
        value={value}
        onChange={(event) => {
          const chosen = index.references.find((one) => one.id === event.target.value);
          choose(
            chosen
              ? { kind: 'reference', reference: chosen.id, from: chosen.shift }
              : { kind: 'pattern', pattern: event.target.value },
          );
        }}
      >
        {familyOrder(index, part)
          .filter((one) => one.pattern.id !== id)
          .map(({ pattern, depth }) => (
            <MenuItem key={pattern.id} value={pattern.id} sx={{ pl: 2 + depth * 1.5 }}>
              {pattern.name}
            </MenuItem>
          ))}
        {index.references.map((one) => (
          <MenuItem key={one.id} value={one.id}>
            {one.name}, imported
          </MenuItem>
        ))}
      </TextField>
      {counterpart?.kind === 'reference' && reference && (
        <TextField
          select
          fullWidth
          size="small"
          label="Its bars"
          value={Math.floor(counterpart.from / bar)}
          onChange={(event) => choose({ ...counterpart, from: Number(event.target.value) * bar })}
        >
          {Array.from({ length: bars }, (_, i) => (
            <MenuItem key={i} value={i}>
              {span === 1 ? `bar ${i + 1}` : `bars ${i + 1} to ${i + span}`}
            </MenuItem>
          ))}
        </TextField>
      )}
    </Box>
  );
}

/** A or B, at the same place in the bar; what plays goes on. */
function Hear({ view, comparison }: { view: PatternView; comparison: Comparison }) {
  const hearsB = useSession((session) => session.hearsCounterpart);
  const { document } = view;
  const { id, name } = view.resolved.pattern;
  const own = useMemo((): Tried => ({ document, scope: { kind: 'pattern', pattern: id } }), [document, id]);
  usePreviewWhile(hearsB ? comparison.heard : own, {
    title: hearsB ? `B: ${comparison.name}, looping` : `A: ${name}, looping`,
    detail: 'B switches, the place stays',
  });
  const hear = (hearsCounterpart: boolean) => useSession.setState({ hearsCounterpart });
  return (
    <Box role="group" aria-label="Hear" sx={{ display: 'flex', alignItems: 'center', gap: 0.75, mb: 1.75 }}>
      <Choice chosen={!hearsB} onClick={() => hear(false)}>
        Hear A
      </Choice>
      <Choice chosen={hearsB} onClick={() => hear(true)}>
        Hear B
      </Choice>
      <KeyCap>{capsOf(PATTERN_COMMANDS.otherSide)}</KeyCap>
    </Box>
  );
}

const CONTRASTS = Object.keys(CONTRAST_WORDS) as Contrast[];

/** How many differences of each kind there are, by row. */
function Counts({ view, comparison }: { view: PatternView; comparison: Comparison }) {
  const counts = useMemo(() => countByVoice(comparison.differences), [comparison]);
  const used = CONTRASTS.filter((contrast) => [...counts.values()].some((count) => count[contrast] > 0));
  const voices = [...new Map(view.rows.map((row) => [row.voice.id, row.voice])).values()];
  return (
    <Group title="From A to B, by row">
      {counts.size === 0 && (
        <Typography role="status" sx={{ fontSize: 13 }}>
          No difference.
        </Typography>
      )}
      {counts.size > 0 && (
        <Box
          component="table"
          aria-label="Differences by row"
          sx={{
            width: '100%',
            borderCollapse: 'collapse',
            fontSize: 12.5,
            '& td, & th': { py: 0.35, textAlign: 'right', fontWeight: 500 },
            '& th:first-of-type': { textAlign: 'left' },
            '& tbody tr': { borderTop: `1px solid ${color('line')}` },
          }}
        >
          <thead>
            <tr>
              <th aria-label="Row" />
              {used.map((contrast) => (
                <th
                  key={contrast}
                  title={CONTRAST_WORDS[contrast].word}
                  aria-label={CONTRAST_WORDS[contrast].word}
                  style={{ color: 'var(--plum)' }}
                >
                  {CONTRAST_WORDS[contrast].mark}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {voices.flatMap((voice) => {
              const count = counts.get(voice.id);
              if (!count) return [];
              return (
                <tr key={voice.id}>
                  <th scope="row">{voice.name}</th>
                  {used.map((contrast) => (
                    <td key={contrast} className="mono">
                      {count[contrast] || ''}
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </Box>
      )}
      {used.length > 0 && (
        <Typography variant="caption" component="p" sx={{ mt: 0.5 }}>
          {used
            .map((contrast) => `${CONTRAST_WORDS[contrast].mark} ${CONTRAST_WORDS[contrast].word}`)
            .join(' · ')}
        </Typography>
      )}
      {comparison.unmatched > 0 && (
        <Typography sx={{ fontSize: 12.5, mt: 0.5, color: color('warn') }}>
          {comparison.unmatched} notes of {comparison.name} have no row here.
        </Typography>
      )}
    </Group>
  );
}

/** How many differences are listed before the rest is only counted. */
const MOST_LISTED = 40;

/** Every difference, to be taken from B into A. */
function OneByOne({ view, comparison }: { view: PatternView; comparison: Comparison }) {
  const edit = useEdit();
  const { differences } = comparison;
  const { id } = view.resolved.pattern;
  const known = useMemo(() => new Set(view.hits.map((one) => one.hit.id)), [view.hits]);
  // A stroke of a roll has no hit of its own to change.
  const takeable = differences.filter((one) => !one.a || known.has(one.a.id));
  if (!differences.length) return null;
  return (
    <Group title="Take from B into A">
      {differences.slice(0, MOST_LISTED).map((one, i) => (
        <Box key={i} sx={{ display: 'flex', alignItems: 'baseline', gap: 0.75, fontSize: 13, py: 0.15 }}>
          <Box component="span" sx={{ flex: 1, minWidth: 0 }}>
            {differenceWords(view, one)}
          </Box>
          {takeable.includes(one) && (
            <QuietButton
              label={`Take ${differenceWords(view, one)}`}
              onClick={() => edit((now) => takeAcross(now, id, one, freshId()))}
            >
              Take
            </QuietButton>
          )}
        </Box>
      ))}
      {differences.length > MOST_LISTED && (
        <Typography sx={{ fontSize: 13, color: color('soft') }}>
          and {differences.length - MOST_LISTED} more
        </Typography>
      )}
      {takeable.length > 1 && (
        <Button
          sx={{ mt: 0.75 }}
          onClick={() =>
            edit((now) =>
              inTurn(
                now,
                'take all differences',
                takeable.map((one) => (next) => takeAcross(next, id, one, freshId())),
              ),
            )
          }
        >
          Take all {takeable.length}
        </Button>
      )}
    </Group>
  );
}

function differenceWords(view: PatternView, { voice, a, b, contrasts }: HitDifference): string {
  const row = view.rows.find((one) => one.voice.id === voice)?.name ?? '';
  const at = placeName((a ?? b)?.at ?? 0, view.meter);
  const what = contrasts.map((contrast) =>
    contrast === 'louder' || contrast === 'softer'
      ? `${a?.velocity} → ${b?.velocity}`
      : contrast === 'moved'
        ? movedWords(view, a, b)
        : CONTRAST_WORDS[contrast].word,
  );
  return `${row} ${at}, ${what.join(', ')}`;
}

function movedWords(view: PatternView, a: HitDifference['a'], b: HitDifference['b']): string {
  if (!a || !b) return 'moved';
  if (a.at !== b.at) return `to ${placeName(b.at, view.meter)}`;
  const ms = Math.round((b.offsetMs - a.offsetMs) * 10) / 10;
  return `${Math.abs(ms)} ms ${ms < 0 ? 'earlier' : 'later'}`;
}
