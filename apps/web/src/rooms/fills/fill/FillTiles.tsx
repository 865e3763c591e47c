import KeepIcon from '@mui/icons-material/BookmarkAddOutlined';
import WorkIcon from '@mui/icons-material/TuneRounded';
import { Box, Button } from '@mui/material';
import { type Candidate, limbsOf } from '@plucky/core/make';
import { type SongDocument, withRecord } from '@plucky/core/song';
import { useMemo } from 'react';
import { withKeys } from '../../../shared/keys/command.ts';
import { Deed } from '../../../shared/ui/Deed.tsx';
import { FILL_COMMANDS } from '../draft-commands.ts';
import { CandidateCard } from './CandidateCard.tsx';
import type { FillEditor } from './fill-editor.ts';
import { toggleWork, useLooking } from './looking.ts';

/** The fills as tiles, with the hand of each stroke where that is asked for. */
export function FillTiles({
  document,
  editor,
  fills,
  chosen,
  onChoose,
  onKeep,
  onPlace,
}: {
  document: SongDocument;
  editor: FillEditor;
  fills: readonly Candidate[];
  chosen: Candidate | null;
  /** The same function at every drawing. */
  onChoose: (one: Candidate | null) => void;
  onKeep: (one: Candidate) => void;
  onPlace: () => void;
}) {
  const { showsHands, isWorkedOn } = useLooking();
  const hands = useMemo(
    () =>
      showsHands
        ? new Map(
            editor.fills.map(({ pattern }) => [
              pattern.id,
              limbsOf(withRecord(document, pattern), pattern.id).hands,
            ]),
          )
        : null,
    [showsHands, editor.fills, document],
  );
  const deeds = chosen && (
    <>
      <Deed
        name="Work on it"
        title={withKeys('Work on it: hands, cells, busier, others near it', FILL_COMMANDS.work)}
        isOpen={isWorkedOn}
        onPress={toggleWork}
      >
        <WorkIcon fontSize="small" />
      </Deed>
      <Deed
        name="Keep"
        title={withKeys('Keep: into the family, as a pattern', FILL_COMMANDS.keep)}
        onPress={() => onKeep(chosen)}
      >
        <KeepIcon fontSize="small" />
      </Deed>
      <Button
        variant="contained"
        color="primary"
        title={withKeys('Place it where the strip below is marked', FILL_COMMANDS.place)}
        onClick={onPlace}
        sx={{ py: '2px' }}
      >
        Place
      </Button>
    </>
  );
  return (
    <Box
      role="group"
      aria-label="Fills"
      aria-busy={editor.isMaking}
      sx={{
        display: 'grid',
        gridTemplateColumns: {
          xs: 'minmax(0, 1fr)',
          md: 'repeat(2, minmax(0, 1fr))',
          lg: 'repeat(3, minmax(0, 1fr))',
        },
        gap: 1,
      }}
    >
      {fills.map((one, i) => (
        <CandidateCard
          key={one.pattern.id}
          document={document}
          candidate={one}
          number={i + 1}
          chosen={one === chosen}
          hands={hands?.get(one.pattern.id) ?? null}
          deeds={one === chosen ? deeds : null}
          onChoose={onChoose}
        />
      ))}
    </Box>
  );
}
