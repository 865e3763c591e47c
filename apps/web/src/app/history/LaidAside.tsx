import { Box, Button, Typography } from '@mui/material';
import { changeSetOf, hitsAsPatterns, isNothing, rebase } from '@plucky/core/song';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { forgetAside, laidAside, replaceAside, whenAsideChanges } from '../../document/aside.ts';
import { useDocumentState, useDocumentStore } from '../../document/context.tsx';
import type { LaidAside as Edit } from '../../document/kept-here.ts';
import { applyOutcome } from '../../document/store.ts';
import { nearDay } from '../../shared/days.ts';
import { freshId } from '../../shared/fresh-id.ts';
import { Miniature } from '../../shared/ui/Miniature.tsx';
import { notify } from '../../shared/ui/notify.ts';
import { color, SERIF, TEXT } from '../../shared/ui/tokens.ts';
import { asideMarks, asideWords } from './aside-words.ts';
import { secondOf } from './revisions.ts';

/** The edits of the open song that are laid aside, kept up to date. */
export function useLaidAside() {
  const songId = useDocumentState((state) => state.songId);
  const queries = useQueryClient();
  const key = ['aside', songId];
  useEffect(() => whenAsideChanges(() => void queries.invalidateQueries({ queryKey: ['aside'] })), [queries]);
  return useQuery({ queryKey: key, queryFn: () => laidAside(songId), retry: false });
}

/** Edits that had no place any more, each to be tried again, copied as a pattern, or removed. */
export function LaidAsideList({ edits, unreadable }: { edits: readonly Edit[]; unreadable: number }) {
  return (
    <Box component="ul" aria-label="Laid aside" sx={{ m: 0, p: 0, listStyle: 'none', overflow: 'auto' }}>
      {edits.map((edit) => (
        <Aside key={edit.id} edit={edit} />
      ))}
      {unreadable > 0 && (
        <Typography component="li" sx={{ fontSize: TEXT.plain, color: color('soft'), pt: 1 }}>
          {unreadable} more cannot be read by this version. Nothing of them was removed.
        </Typography>
      )}
    </Box>
  );
}

function Aside({ edit }: { edit: Edit }) {
  const store = useDocumentStore();
  const hasHits = asideMarks(edit).length > 0;
  const at = new Date(edit.at);
  const again = async () => {
    const { document } = store.getState();
    const { change, left } = rebase(edit.change, document);
    if (isNothing(change)) {
      if (isNothing(left)) {
        notify('The song has all of it already.');
        await forgetAside(edit.id);
      } else notify('It still has no place here. Nothing was changed.', { variant: 'warning' });
      return;
    }
    const reason = applyOutcome(store, changeSetOf(change, edit.label));
    if (reason) notify(reason, { variant: 'warning' });
    else if (isNothing(left)) await forgetAside(edit.id);
    else await replaceAside({ ...edit, change: left });
  };
  const copy = () => {
    const { document } = store.getState();
    const reason = applyOutcome(store, hitsAsPatterns(document, edit.change, edit.around, freshId));
    notify(reason ?? 'Copied as a pattern of its own.', { variant: reason ? 'warning' : 'success' });
  };
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 180px' },
        gap: 2,
        py: 1.5,
        borderBottom: `1px solid ${color('line')}`,
      }}
    >
      <Box sx={{ minWidth: 0 }}>
        <Typography sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.field }}>
          {edit.label}
        </Typography>
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
          {asideWords(edit).join(' · ')}
        </Typography>
        <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
          {edit.why} · {nearDay(at, new Date()) ?? at.toLocaleDateString()}, {secondOf(at.toISOString())}
        </Typography>
        <Box sx={{ display: 'flex', gap: 1, mt: 1, flexWrap: 'wrap' }}>
          <Button variant="outlined" onClick={() => void again()}>
            Try again
          </Button>
          {hasHits && (
            <Button
              variant="outlined"
              title="A new pattern with these hits; a row that is gone comes back for them"
              onClick={copy}
            >
              Copy as a pattern
            </Button>
          )}
          <Button variant="text" onClick={() => void forgetAside(edit.id)}>
            Remove
          </Button>
        </Box>
      </Box>
      {hasHits && (
        <Box sx={{ alignSelf: 'start', p: 1, border: `1px solid ${color('line')}`, borderRadius: 2 }}>
          <Miniature marks={asideMarks(edit)} height={56} />
        </Box>
      )}
    </Box>
  );
}
