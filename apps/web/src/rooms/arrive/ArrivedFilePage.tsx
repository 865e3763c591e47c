import { Box, Button, Typography } from '@mui/material';
import { type Section, type SongDocument, songFileContent } from '@plucky/core/song';
import { counted, meterName, tempoAt } from '@plucky/core/time';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/client.ts';
import { useArriving } from '../../session/arriving.ts';
import { notify } from '../../shared/ui/notify.ts';
import { PageHead } from '../../shared/ui/PageHead.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { type Arrival, choose, useArrival } from './arrival.ts';
import { ArrivedTracks } from './ArrivedTracks.tsx';
import { Figures } from './Figures.tsx';
import { FoldedFamily } from './FoldedFamily.tsx';
import { FoldedForm } from './FoldedForm.tsx';
import { HearBar } from './HearBar.tsx';
import { hearNote } from './heard-file.ts';
import { NoteMapList } from './NoteMapList.tsx';

/** Changed names and roles of sections, by the section's id. */
export type Naming = Readonly<Record<string, Partial<Pick<Section, 'name' | 'role'>>>>;

/** A file that was read, with the song that it would become: a proposal, of which nothing is made until it is taken. */
export function ArrivedFilePage({ arrival }: { arrival: Arrival }) {
  const { file } = arrival;
  const { proposal, progress } = useArrival();
  const [naming, setNaming] = useState<Naming>({});
  const document = useMemo(
    () => (proposal ? named(proposal.folded.document, naming) : null),
    [proposal, naming],
  );
  const isTooMuch = (proposal?.tooMuch.length ?? 0) > 0;
  const { make, leave } = useArrivalEnd();
  const meter = file.bars[0]?.meter;
  const facts = [
    arrival.fileName,
    counted(file.tracks.length, 'track'),
    counted(file.bars.length, 'bar'),
    `${tempoAt(file.tempos, 0)} bpm`,
    meter ? meterName(meter) : '',
  ];
  return (
    <Box
      sx={{
        height: '100vh',
        display: 'grid',
        gridTemplateRows: 'auto minmax(0, 1fr) auto',
        background: color('paper'),
      }}
    >
      <PageHead>
        <Typography variant="h1" sx={{ fontSize: TEXT.heading }}>
          A file arrives
        </Typography>
        <Typography
          noWrap
          sx={{
            color: color('soft'),
            fontSize: TEXT.plain,
            flex: { xs: '1 0 100%', md: 1 },
            order: { xs: 1, md: 0 },
          }}
        >
          {facts.filter(Boolean).join(' · ')}
        </Typography>
        <Button onClick={leave}>Cancel</Button>
        <Button
          variant="contained"
          color="primary"
          disabled={!document || progress !== null || make.isPending || isTooMuch}
          onClick={() => document && make.mutate(document)}
        >
          Make the song
        </Button>
      </PageHead>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '268px minmax(0, 1fr)' },
          minHeight: 0,
          overflow: { xs: 'auto', md: 'hidden' },
        }}
      >
        <WhatComesIn arrival={arrival} document={document} />
        <Box
          component="main"
          tabIndex={0}
          aria-label="What it becomes"
          sx={{ overflow: { md: 'auto' }, p: 2.5, pt: 2 }}
        >
          <Figures arrival={arrival} />
          {document && (
            <Box
              sx={{
                display: 'grid',
                gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: '300px minmax(0, 1fr)' },
                gap: 3,
                mt: 2,
              }}
            >
              <FoldedFamily document={document} />
              <FoldedForm
                document={document}
                onName={(section, fields) =>
                  setNaming({ ...naming, [section]: { ...naming[section], ...fields } })
                }
              />
            </Box>
          )}
        </Box>
      </Box>
      <HearBar arrival={arrival} document={document} />
    </Box>
  );
}

/** The ways to end with a file: a song of it, which is opened, or none. */
function useArrivalEnd() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const make = useMutation({
    mutationFn: (song: SongDocument) => api.take(songFileContent(song)),
    onSuccess: async (song) => {
      useArriving.setState({ file: null });
      await queries.invalidateQueries({ queryKey: ['songs'] });
      void navigate(`/songs/${song.id}/sheet`);
    },
    onError: (error) => notify(error.message, { variant: 'error' }),
  });
  const leave = () => {
    useArriving.setState({ file: null });
    void navigate('/');
  };
  return { make, leave };
}

/** The tracks of a file with what becomes of them, and its notes with the drums that they are. */
function WhatComesIn({ arrival, document }: { arrival: Arrival; document: SongDocument | null }) {
  const { file } = arrival;
  const { uses, noteMap } = useArrival().chosen;
  return (
    <Box
      component="section"
      aria-label="What comes in"
      tabIndex={0}
      sx={{
        overflow: { md: 'auto' },
        p: 2,
        borderRight: `1px solid ${color('line')}`,
        background: color('sunk'),
      }}
    >
      <ArrivedTracks
        file={file}
        uses={uses}
        onChange={(id, use) => choose({ uses: { ...uses, [id]: use } })}
      />
      <NoteMapList
        file={file}
        uses={uses}
        noteMap={noteMap}
        onChange={(map) => choose({ noteMap: map })}
        onHear={document && ((note) => hearNote(arrival, document, note))}
      />
    </Box>
  );
}

/** A song whose sections are called as was said. */
function named(document: SongDocument, naming: Naming): SongDocument {
  const records = Object.values(document.records).map((record) =>
    record.kind === 'section' && naming[record.id] ? { ...record, ...naming[record.id] } : record,
  );
  return { records: Object.fromEntries(records.map((record) => [record.id, record])) };
}
