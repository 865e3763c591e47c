import { Box, Button, Typography } from '@mui/material';
import { BEGINNINGS, beginPattern } from '@plucky/core/pattern';
import { indexOf, isChange } from '@plucky/core/song';
import { type ReactNode, useMemo, useState } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { openPanel } from '../../../session/groove.ts';
import { useSession } from '../../../session/store.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { useOutcomePreview } from '../useOutcomePreview.ts';

type Beginning = (typeof BEGINNINGS)[number];

/** True for a song without anything written in a pattern. */
function isUntouched({ document }: PatternView): boolean {
  const { parts, patternsOf } = indexOf(document);
  return parts.every((part) => patternsOf(part.id).every((one) => Object.keys(one.own).length === 0));
}

/** The ways in which a new song begins, beside its empty rows; they are gone with the first hit. */
export function WaysToBegin({ view }: { view: PatternView }) {
  const recording = useSession((session) => session.recording);
  if (view.part.type !== 'drums' || recording || !isUntouched(view)) return null;
  return (
    <Box component="section" aria-label="Ways to begin" sx={{ display: 'grid', gap: 1, mb: 2 }}>
      <Way title="A starter groove" about="heard with the arrows, then taken">
        <Button onClick={() => openPanel('shelf')}>Look on the shelf</Button>
      </Way>
      <Way title="Tap it in" about="a bar of clicks, then the letters play the rows">
        <Button onClick={() => useSession.setState({ takeWanted: true })}>Count me in</Button>
      </Way>
      <FirstRules view={view} />
    </Box>
  );
}

/** Two rules to begin with, seen and heard before they are taken. */
function FirstRules({ view }: { view: PatternView }) {
  const edit = useEdit();
  const [tried, setTried] = useState<Beginning | null>(null);
  const { document } = view;
  const { id, name } = view.resolved.pattern;
  const outcome = useMemo(
    () => tried && beginPattern(document, id, tried, (i) => `begin-${i}`),
    [document, id, tried],
  );
  useOutcomePreview(
    view,
    outcome && isChange(outcome) ? outcome : null,
    `${name}: ${tried ?? ''}`,
    'Not taken yet',
  );
  return (
    <Way title="A first rule" about="seen under the pointer, taken by a press">
      {BEGINNINGS.map((one) => (
        <Button
          key={one}
          onMouseEnter={() => setTried(one)}
          onMouseLeave={() => setTried(null)}
          onFocus={() => setTried(one)}
          onBlur={() => setTried(null)}
          onClick={() => edit((now) => beginPattern(now, id, one, freshId))}
        >
          {one}
        </Button>
      ))}
    </Way>
  );
}

function Way({ title, about, children }: { title: string; about: string; children: ReactNode }) {
  return (
    <Box
      sx={{
        p: 1.25,
        border: `1px solid ${color('line')}`,
        borderRadius: '12px',
        background: color('page'),
      }}
    >
      <Typography sx={{ fontWeight: 600, fontSize: TEXT.plain }}>{title}</Typography>
      <Typography sx={{ fontSize: TEXT.fine, color: color('soft'), mb: 0.5 }}>{about}</Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5 }}>{children}</Box>
    </Box>
  );
}
