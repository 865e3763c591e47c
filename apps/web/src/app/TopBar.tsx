import RedoIcon from '@mui/icons-material/Redo';
import UndoIcon from '@mui/icons-material/Undo';
import { Box, Button, IconButton, Typography } from '@mui/material';
import { editSong } from '@plucky/core/song';
import { Link, useParams } from 'react-router';
import { useDocumentState, useEdit, useSongRecord } from '../document/context.tsx';
import type { SaveState } from '../document/store.ts';
import { useHere } from '../session/here.ts';
import { ROOMS, useOpenRoom } from '../session/rooms.ts';
import { useSession } from '../session/store.ts';
import { withKeys } from '../shared/keys/command.ts';
import { KeyCap } from '../shared/ui/KeyCap.tsx';
import { Logo } from '../shared/ui/Logo.tsx';
import { ModeButton } from '../shared/ui/ModeButton.tsx';
import { NameField } from '../shared/ui/NameField.tsx';
import { HEAD } from '../shared/ui/PageHead.tsx';
import { color, TEXT } from '../shared/ui/tokens.ts';
import { BringIn } from './BringIn.tsx';
import { SONG_COMMANDS } from './commands.ts';
import { HistoryButton } from './history/HistoryButton.tsx';
import { SongSettings } from './SongSettings.tsx';
import { useUndo } from './useUndo.ts';

export function TopBar() {
  const song = useSongRecord();
  const edit = useEdit();
  return (
    <Box
      component="header"
      sx={{
        ...HEAD,
        flexWrap: 'wrap',
        columnGap: { xs: 0.5, lg: 1 },
        px: { xs: 1, lg: 2 },
        minWidth: 0,
      }}
    >
      <IconButton title="All songs" component={Link} to="/" aria-label="All songs">
        <Logo />
      </IconButton>
      <NameField
        value={song.name}
        label="Name of the song"
        onChange={(name) => edit((document) => editSong(document, { name }, 'rename the song'))}
      />
      <SongSettings />
      <SavedAt />
      <AlsoOpen />
      <Box sx={{ flex: 1 }} />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: { xs: 0.5, lg: 1 } }}>
        <RoomTabs />
        <UndoButtons />
        <HistoryButton />
        <BringIn />
        <ModeButton />
        <IconButton
          title="All keys"
          aria-label="All keys"
          onClick={() => useSession.setState({ keysShown: true })}
        >
          <KeyCap>?</KeyCap>
        </IconButton>
      </Box>
    </Box>
  );
}

const SAVING: Readonly<Record<SaveState['kind'], string>> = {
  saved: 'Saved',
  waiting: 'Saving…',
  saving: 'Saving…',
  failed: 'Not saved',
  ended: 'Not saved',
};

function SavedAt() {
  const kind = useDocumentState((state) => state.saving.kind);
  return (
    <Typography
      role="status"
      aria-label="Saving"
      sx={{ fontSize: TEXT.note, color: color('faint'), whiteSpace: 'nowrap', minWidth: 58 }}
    >
      {SAVING[kind]}
    </Typography>
  );
}

/** The number of windows that have the song open, this one included. */
function AlsoOpen() {
  const others = useHere((here) => here.others);
  if (!others.length) return null;
  const names = others.flatMap(({ name }) => name || []);
  return (
    <Typography
      role="status"
      aria-label="Also open"
      title={
        names.length
          ? `Also: ${names.join(', ')}`
          : 'What is changed in one window is seen in the others at once'
      }
      sx={{ fontSize: TEXT.note, color: color('soft'), whiteSpace: 'nowrap' }}
    >
      Open in {others.length + 1} windows
    </Typography>
  );
}

function RoomTabs() {
  const { songId } = useParams();
  const open = useOpenRoom();
  return (
    <Box component="nav" aria-label="Rooms" sx={{ display: 'flex', gap: 0.5 }}>
      {ROOMS.map(({ path, name }) => {
        const here = path === open;
        return (
          <Button
            key={path}
            component={Link}
            to={`/songs/${songId}/${path}`}
            variant={here ? 'contained' : 'text'}
            color={here ? 'primary' : 'inherit'}
            aria-current={here ? 'page' : undefined}
            sx={{ fontSize: TEXT.field, py: 0.75, px: { xs: 1, lg: 1.6 }, whiteSpace: 'nowrap' }}
          >
            {name}
          </Button>
        );
      })}
    </Box>
  );
}

function UndoButtons() {
  const { undo, redo, last, next } = useUndo();
  const steps = [
    {
      name: 'Undo',
      what: last,
      none: 'Nothing to undo',
      act: undo,
      Icon: UndoIcon,
      keys: SONG_COMMANDS.undo,
    },
    {
      name: 'Redo',
      what: next,
      none: 'Nothing to do again',
      act: redo,
      Icon: RedoIcon,
      keys: SONG_COMMANDS.redo,
    },
  ];
  return steps.map(({ name, what, none, act, Icon, keys }) => (
    <IconButton
      key={name}
      title={what ? withKeys(`${name}: ${what}`, keys) : none}
      size="small"
      aria-label={name}
      disabled={!what}
      onClick={act}
    >
      <Icon fontSize="small" />
    </IconButton>
  ));
}
