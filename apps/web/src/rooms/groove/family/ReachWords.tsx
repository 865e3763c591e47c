import { Typography } from '@mui/material';
import { IN_SLOT, reachOf, reachOfChange } from '@plucky/core/form';
import { namesOf, overridesOf } from '@plucky/core/pattern';
import { invert, recordIn, type SongDocument, stepOf, touchedBy, withChange } from '@plucky/core/song';
import { plural } from '@plucky/core/time';
import { useMemo } from 'react';
import { useDocumentState } from '../../../document/context.tsx';
import type { Done } from '../../../document/store.ts';
import { useGroove } from '../../../session/groove.ts';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';

/** Reach of an edit of the pattern: before it is made, and once it is. */
export function ReachWords({ view }: { view: PatternView }) {
  const chosen = useGroove((session) => session.hits);
  const last = useDocumentState((state) => state.done.at(-1));
  const { document } = view;
  const { id } = view.resolved.pattern;
  const before = useMemo(() => beforeWords(document, id, chosen), [document, id, chosen]);
  const after = useMemo(() => (last ? afterWords(document, id, last) : null), [document, id, last]);
  return (
    <Typography role="status" aria-label="Reach of edits" sx={{ fontSize: TEXT.note, color: color('soft') }}>
      {after ?? before}
    </Typography>
  );
}

function beforeWords(document: SongDocument, id: string, chosen: ReadonlySet<string>): string {
  if (id === IN_SLOT) return 'Heard in this slot only';
  const { patterns, slots } = reachOf(document, id);
  const reach = patterns.length
    ? `An edit here reaches ${count(patterns.length, 'pattern')} in ${count(slots, 'slot')}`
    : slots
      ? `An edit here reaches ${count(slots, 'slot')}`
      : 'No slot plays this yet';
  const overrides = overridesOf(document, id, chosen);
  const says = (edit: 'silenced' | 'changed', verb: string) => {
    const named = overrides.filter((one) => one.edit === edit).map((one) => one.pattern);
    return named.length ? [`${namesOf(named)} ${named.length === 1 ? `${verb}s` : verb} it`] : [];
  };
  return [reach, ...says('silenced', 'silence'), ...says('changed', 'change')].join('; ');
}

/** Reach of the last edit beyond this pattern; null for an edit of another one, or where nothing follows it. */
function afterWords(document: SongDocument, id: string, { label, change }: Done): string | null {
  const touched = touchedBy(change);
  if (!stepOf(change, id)?.[1]) return null;
  if (touched.some((one) => stepOf(change, one)?.[1] !== recordIn(document, one))) return null;
  const { patterns, slots, kept } = reachOfChange(withChange(document, invert(change)), document);
  const others = patterns.filter((one) => one.id !== id);
  if (!others.length && !kept.length) return null;
  const reached = `“${label}” reached ${count(others.length, 'pattern')} in ${count(slots, 'slot')}`;
  return kept.length
    ? `${reached}; ${namesOf(kept)} ${plural(kept.length, 'keeps its', 'keep their')} own`
    : reached;
}

function count(n: number, what: string): string {
  return `${n} ${n === 1 ? what : `${what}s`}`;
}
