import { Box, Button, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { useArriving } from '../../session/arriving.ts';
import { FileButton } from '../../shared/ui/FileButton.tsx';
import { PageHead } from '../../shared/ui/PageHead.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { useArrival } from './arrival.ts';
import { ArrivedFilePage } from './ArrivedFilePage.tsx';

/** Room to look at a MIDI file before it becomes a song. */
export function ArriveRoom() {
  const brought = useArriving(({ file }) => file);
  const arrival = useArrival((state) => state.arrival);
  const refused = useArrival((state) => state.refused);
  if (!brought) return <NoFile />;
  if (refused !== null) return <NoFile why={refused} />;
  if (!arrival) return <Plain title="A file arrives" words={`Reading ${brought.name}…`} />;
  return <ArrivedFilePage key={arrival.fileName} arrival={arrival} />;
}

function NoFile({ why }: { why?: string }) {
  return (
    <Plain
      title={why ? 'This file could not be taken' : 'A file arrives'}
      words={why ?? 'Drop a MIDI file here, or choose one. It is looked at first; nothing is made of it yet.'}
      isWrong={why !== undefined}
    >
      <FileButton
        variant="contained"
        color="primary"
        label="MIDI file"
        accept=".mid,.midi,audio/midi"
        onFiles={([file]) => {
          if (file) useArriving.setState({ file });
        }}
      >
        Choose a MIDI file…
      </FileButton>
    </Plain>
  );
}

function Plain({
  title,
  words,
  isWrong = false,
  children,
}: {
  title: string;
  words: string;
  isWrong?: boolean;
  children?: ReactNode;
}) {
  const navigate = useNavigate();
  return (
    <Box sx={{ minHeight: '100vh', background: color('paper') }}>
      <PageHead />
      <Box
        component="main"
        sx={{ maxWidth: 560, mx: 'auto', pt: 8, px: 2, display: 'grid', gap: 2, justifyItems: 'start' }}
      >
        <Typography variant="h1">{title}</Typography>
        <Typography role={isWrong ? 'alert' : 'status'} sx={{ color: color('soft'), fontSize: TEXT.name }}>
          {words}
        </Typography>
        {children}
        <Button onClick={() => void navigate('/')}>To all songs</Button>
      </Box>
    </Box>
  );
}
