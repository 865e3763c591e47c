import { Box, Button, Typography } from '@mui/material';
import { shelfFeel } from '@plucky/core/pattern';
import type { PlayedFeel } from '@plucky/core/song';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { FileButton } from '../../../shared/ui/FileButton.tsx';
import { NameField } from '../../../shared/ui/NameField.tsx';
import { notify } from '../../../shared/ui/notify.ts';
import { PatternSelect } from '../../../shared/ui/PatternSelect.tsx';
import { Select } from '../../../shared/ui/Select.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { usePutOnShelf } from '../shelf/usePutOnShelf.ts';
import { FeelRows } from './FeelRows.tsx';
import { type FeelChoice, feelFromFile } from './useFeel.ts';

/** Choice of the performance whose feel is laid on, a pattern, one of the shelf or a file, shown drum by drum. */
export function FeelSource({ view, feel }: { view: PatternView; feel: FeelChoice }) {
  const { sources, shelf, from, played, choose } = feel;
  const read = useMutation({
    mutationFn: (file: File) => feelFromFile(file, view),
    onSuccess: choose,
    onError: (error) => notify(error.message, { variant: 'warning' }),
  });
  return (
    <>
      {sources.length > 0 && (
        <PatternSelect
          fullWidth
          label="Of"
          patterns={sources}
          value={from?.kind === 'pattern' ? from.id : ''}
          onChange={(id) => choose({ kind: 'pattern', id })}
          sx={{ mb: 1 }}
        />
      )}
      <Select
        fullWidth
        label="Or of the shelf"
        value={from?.kind === 'shelf' ? from.id : null}
        placeholder="a pattern…"
        options={shelf.map((item) => ({ value: item.id, label: item.pattern.name }))}
        onChange={(id) => choose({ kind: 'shelf', id })}
        sx={{ mb: 1 }}
      />
      <Box sx={{ display: 'flex', alignItems: 'center', flexWrap: 'wrap', gap: 1, mb: 1 }}>
        <FileButton
          label="MIDI file of a performance"
          accept=".mid,.midi,audio/midi"
          onFiles={([file]) => file && read.mutate(file)}
        >
          Or of a MIDI file…
        </FileButton>
        {from?.kind === 'file' && (
          <Typography sx={{ fontSize: TEXT.fine, color: color('soft') }}>
            {from.name}: {from.words}
          </Typography>
        )}
      </Box>
      {played ? (
        <>
          <FeelRows view={view} played={played} />
          <KeepFeel view={view} played={played} />
        </>
      ) : (
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft'), mb: 1 }}>
          There is no other pattern in this song whose feel could be laid on this one.
        </Typography>
      )}
    </>
  );
}

/** Puts a feel on the shelf under a name, as a pattern from which it can be taken in any song. */
function KeepFeel({ view, played }: { view: PatternView; played: PlayedFeel }) {
  const put = usePutOnShelf();
  const [name, setName] = useState('My feel');
  const item = shelfFeel(view.document, view.part.id, played, name);
  if (!item) return null;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mb: 1 }}>
      <NameField label="Name of the feel" value={name} onChange={setName} />
      <Button disabled={put.isPending} onClick={() => put.mutate(item)}>
        Put it on the shelf
      </Button>
    </Box>
  );
}
