import { Box, Typography } from '@mui/material';
import { IN_SLOT, reachOf, stretchesPlaying } from '@plucky/core/form';
import { namesOf, overridesOf } from '@plucky/core/pattern';
import { type Id, type SongDocument, stepOf } from '@plucky/core/song';
import { plural } from '@plucky/core/time';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useDocumentState, useSong } from '../../../document/context.tsx';
import { lastReach } from '../../../document/last-reach.ts';
import type { Done } from '../../../document/store.ts';
import { useGroove } from '../../../session/groove.ts';
import { chooseSlot, useSession } from '../../../session/store.ts';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
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
  const reached = useMemo(() => {
    const reach = after === null ? null : lastReach(document, last);
    return reach && new Set(reach.patterns.map((one) => one.id));
  }, [document, last, after]);
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', minWidth: 0 }}>
      <Typography
        role="status"
        aria-label="Reach of edits"
        noWrap
        title={after ?? before}
        sx={{ fontSize: TEXT.note, color: color('soft') }}
      >
        {after ?? before}
      </Typography>
      {reached && (
        <Box sx={{ flexShrink: 0 }}>
          <HearFirst reached={reached} />
        </Box>
      )}
    </Box>
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
function afterWords(document: SongDocument, id: string, last: Done): string | null {
  if (!stepOf(last.change, id)?.[1]) return null;
  const reach = lastReach(document, last);
  if (!reach) return null;
  const { patterns, slots, kept } = reach;
  const others = patterns.filter((one) => one.id !== id);
  if (!others.length && !kept.length) return null;
  const reached = `“${last.label}” reached ${count(others.length, 'pattern')} in ${count(slots, 'slot')}`;
  return kept.length
    ? `${reached}; ${namesOf(kept)} ${plural(kept.length, 'keeps its', 'keep their')} own`
    : reached;
}

/** Goes to the first slot of the song that the last edit reached, and plays the song from there. */
function HearFirst({ reached }: { reached: ReadonlySet<Id> }) {
  const document = useSong();
  const navigate = useNavigate();
  const first = useMemo(
    () => stretchesPlaying(document, reached).find(({ occurrence }) => occurrence !== null),
    [document, reached],
  );
  const occurrence = first?.occurrence;
  if (!occurrence) return null;
  return (
    <QuietButton
      title={`In ${first.section.name}, on the sheet`}
      onClick={() => {
        chooseSlot({ occurrence: occurrence.id, slot: first.slot.id });
        useSession.setState({ beatWanted: true });
        void navigate('../sheet', { relative: 'path' });
      }}
    >
      hear the first
    </QuietButton>
  );
}

function count(n: number, what: string): string {
  return `${n} ${n === 1 ? what : `${what}s`}`;
}
