import FileOpenIcon from '@mui/icons-material/FileOpenOutlined';
import { IconButton } from '@mui/material';
import { useNavigate } from 'react-router';
import { useArriving } from '../session/arriving.ts';
import { askForFile, endBringingIn, useBringIn } from '../session/bring-in.ts';
import { later } from '../shared/ui/later.tsx';

const BringInDialog = later(
  async () => (await import('../rooms/arrive/bring-in/BringInDialog.tsx')).BringInDialog,
);

/** Opens the dialog by which a MIDI file comes into the song, and shows it while a file is asked for or was let go here. */
export function BringIn() {
  const { asked } = useBringIn();
  const navigate = useNavigate();
  const newSong = (file: File) => {
    endBringingIn();
    useArriving.setState({ file });
    void navigate('/arrive');
  };
  return (
    <>
      <IconButton
        title="Bring in a MIDI file"
        size="small"
        aria-label="Bring in a MIDI file"
        aria-haspopup="dialog"
        onClick={() => askForFile(null)}
      >
        <FileOpenIcon fontSize="small" />
      </IconButton>
      {asked && <BringInDialog file={asked.file} onNewSong={newSong} />}
    </>
  );
}
