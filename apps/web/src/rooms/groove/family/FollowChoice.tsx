import { Box, Button, Typography } from '@mui/material';
import { attach, countOrigins, familyOrder, followersOf, resolve } from '@plucky/core/pattern';
import { apply, indexOf, isChange, isRefusal, type SongDocument } from '@plucky/core/song';
import { counted, plural } from '@plucky/core/time';
import { useMemo } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { useGroove } from '../../../session/groove.ts';
import { Group } from '../../../shared/ui/Group.tsx';
import { PatternSelect } from '../../../shared/ui/PatternSelect.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { useOutcomePreview } from '../useOutcomePreview.ts';

/** Parent of the pattern, and others that it could follow: hits that it would keep as its own are said and shown first. */
export function FollowChoice({ view }: { view: PatternView }) {
  const edit = useEdit();
  const { document } = view;
  const { pattern } = view.resolved;
  const index = indexOf(document);
  const proposed = useGroove((session) => session.proposedParent);
  const outcome = useMemo(
    () => (proposed === null ? null : attach(document, pattern.id, proposed)),
    [document, pattern.id, proposed],
  );
  const after = useMemo(
    () => (isChange(outcome) ? apply(document, outcome).document : null),
    [document, outcome],
  );
  const target = proposed === null ? undefined : index.pattern(proposed);

  useOutcomePreview(
    view,
    outcome,
    `${pattern.name}, following ${target?.name ?? ''}`,
    'It sounds as before; not taken yet',
  );

  const below = new Set(followersOf(document, pattern.id).map((one) => one.id));
  const candidates = familyOrder(index, pattern.part).filter(
    (one) => one.pattern.id !== pattern.id && !below.has(one.pattern.id),
  );
  const propose = (id: string | null) => useGroove.setState({ proposedParent: id });
  return (
    <Group title="Follows">
      <PatternSelect
        bare
        fullWidth
        label="Pattern to follow"
        patterns={candidates}
        value={proposed ?? pattern.parent ?? null}
        none={pattern.parent ? undefined : { label: 'Nothing', choose: () => propose(null) }}
        onChange={(id) => propose(id === pattern.parent ? null : id)}
      />
      {outcome && (
        <Box role="status" aria-label="What following would keep" sx={{ mt: 1 }}>
          <Typography
            sx={{ fontSize: TEXT.plain, mb: 1, color: isRefusal(outcome) ? color('warn') : color('ink') }}
          >
            {isRefusal(outcome) ? outcome.reason : after && keptWords(after, pattern.id)}
          </Typography>
          <Box sx={{ display: 'flex', gap: 0.75 }}>
            <Button
              variant="contained"
              color="primary"
              disabled={!after}
              onClick={() => {
                if (proposed && edit((now) => attach(now, pattern.id, proposed))) propose(null);
              }}
            >
              Follow it
            </Button>
            <Button variant="text" onClick={() => propose(null)}>
              Cancel
            </Button>
          </Box>
        </Box>
      )}
    </Group>
  );
}

/** Numbers of hits that would follow and that would stay, counted from the song as it would be. */
function keptWords(after: SongDocument, id: string): string {
  const { followed, changed, own, silenced } = countOrigins(resolve(after, id));
  const parts = [
    `${counted(followed, 'hit follows', 'hits follow')} as they are`,
    changed && `${counted(changed, 'follows', 'follow')} but for what differs`,
    own && `${counted(own, 'stays', 'stay')} its own`,
    silenced && `${silenced} of the other ${plural(silenced, 'is', 'are')} silenced here`,
  ].filter(Boolean);
  return `It sounds as now: ${parts.join(', ')}.`;
}
